/** What the courier needs of a browser: a name for the window, a place to keep what waits, word to other windows. */
import type { CourierPorts } from './courier';
import { jobServer } from './jobServer';
import { browserOutbox } from './outbox';
import { isTaken, type Seat, takeSeat } from './seat';

export interface BrowserPorts extends CourierPorts {
  /** Hears when another window has stored something. @returns stops it. */
  listen: (heard: () => void) => () => void;
  /** Lets go of the window's name. */
  close: () => void;
}

/** @param jobId of the job that is open. Nothing is touched before the courier starts. */
export function browserPorts(jobId: string): BrowserPorts {
  let seat: Promise<Seat> | null = null;
  let channel: BroadcastChannel | null = null;
  const open = () => (channel ??= new BroadcastChannel(`nestle-job-${jobId}`));
  return {
    server: jobServer(jobId),
    outbox: browserOutbox(),
    async seat() {
      seat ??= takeSeat();
      return (await seat).name;
    },
    isTaken,
    newId: () => crypto.randomUUID(),
    announce: () => open().postMessage('changed'),
    wait: (ms) => new Promise((done) => setTimeout(done, ms)),
    listen(heard) {
      const own = open();
      own.addEventListener('message', heard);
      return () => own.removeEventListener('message', heard);
    },
    close() {
      channel?.close();
      channel = null;
      void seat?.then((s) => s.leave());
      seat = null;
    },
  };
}
