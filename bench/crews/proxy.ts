/** A way between laptops and an office node that loses answers: it swallows what the node says for a while, and then cuts. */
import { createServer, connect, type Server, type Socket } from 'node:net';

export interface LossyWay {
  port: number;
  /** Of one connection: swallows what the node says for so long, ms, then cuts it. `pick` chooses among so many. */
  lose: (pick: (n: number) => number, ms: number) => void;
  /** How often answers were on their way and were lost. */
  lost: () => number;
  close: () => void;
}

/** @param to port of the node on this machine. */
export async function lossyWay(to: number): Promise<LossyWay> {
  const open = new Set<{ laptop: Socket; isSwallowing: boolean; swallowed: number }>();
  let lost = 0;
  const server: Server = createServer((laptop) => {
    const node = connect(to, '127.0.0.1');
    const pair = { laptop, isSwallowing: false, swallowed: 0 };
    open.add(pair);
    const end = () => {
      open.delete(pair);
      laptop.destroy();
      node.destroy();
    };
    laptop.on('data', (bytes) => node.write(bytes));
    node.on('data', (bytes) => {
      if (pair.isSwallowing) pair.swallowed += bytes.length;
      else laptop.write(bytes);
    });
    for (const socket of [laptop, node]) {
      socket.setNoDelay(true);
      socket.on('close', end);
      // a cut connection is what this is for; its end follows
      socket.on('error', end);
    }
  });
  const port = await new Promise<number>((done) => {
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      done(typeof address === 'object' && address ? address.port : 0);
    });
  });
  return {
    port,
    lose: (pick, ms) => {
      const pair = [...open][pick(Math.max(1, open.size))];
      if (!pair || pair.isSwallowing) return;
      pair.isSwallowing = true;
      setTimeout(() => {
        if (pair.swallowed > 0) lost++;
        pair.laptop.destroy();
      }, ms);
    },
    lost: () => lost,
    close: () => {
      for (const { laptop } of open) laptop.destroy();
      server.close();
    },
  };
}
