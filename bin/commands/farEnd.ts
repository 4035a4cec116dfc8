import { codePattern, newCode } from '@/server/sharing/codes';
import { makeFarEnd } from '@/server/farEnd';
import { ownAddresses } from '@/server/sharing/ownAddresses';
import { type Command, parsed, UsageError } from './command';

const usualPort = 4320;

export const farEnd: Command = {
  help: `nestle far-end [--port N] [--code CODE]

Answers speed tests from phones until it is stopped: run it on a machine of your own beyond the street, for
example in the office. It prints its address; a job that is given this address under “Test server” tests home network and internet together against it. One phone tests at a time. What it speaks is in docs/far-end.md.

  --port N     listens there, on all addresses; ${usualPort} without it, 0 takes a free one
  --code CODE  six letters and digits that the address ends in; made up without it`,
  async run(args) {
    const { values } = parsed(args, { port: { type: 'string' }, code: { type: 'string' } }, []);
    const port = Number(values.port ?? usualPort);
    if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new UsageError('--port: 0 to 65535');
    const code = (values.code ?? newCode()).toUpperCase();
    if (!codePattern.test(code))
      throw new UsageError('--code: six letters and digits, without 0, 1, I, L and O');
    const server = makeFarEnd(code);
    await new Promise<void>((done, failed) => {
      server.once('error', failed);
      server.listen(port, () => done());
    });
    const address = server.address();
    const heard = typeof address === 'object' && address ? address.port : port;
    for (const own of ownAddresses()) process.stdout.write(`http://${own}:${heard}/${code}\n`);
    for (const signal of ['SIGINT', 'SIGTERM'] as const)
      process.once(signal, () => {
        server.closeAllConnections();
        server.close();
      });
  },
};
