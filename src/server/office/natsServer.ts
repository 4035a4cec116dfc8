/** nats-server on this machine: where it is, and a process of it. */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';

/** nats-server is not on this machine; nothing was started. */
export class NoServerError extends Error {
  constructor() {
    super(
      'nats-server is not on this machine. On Debian, as root: apt-get install nats-server. Elsewhere: see docs/office.md. Then start the office again.',
    );
    this.name = 'NoServerError';
  }
}

/** Where nats-server is: NATS_SERVER, else on the path or beside the system's tools. @throws NoServerError */
export function natsServer(): string {
  const found = [
    process.env.NATS_SERVER,
    'nats-server',
    '/usr/sbin/nats-server',
    '/usr/local/bin/nats-server',
  ];
  for (const command of found) if (command && spawnSync(command, ['--version']).status === 0) return command;
  throw new NoServerError();
}

/** Starts it in the folder of a node. @param tell hears each line that is a warning or worse. @throws NoServerError */
export function startServer(own: string, tell: (line: string) => void): ChildProcess {
  const child = spawn(natsServer(), ['-c', 'nats.conf'], {
    cwd: own,
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  child.stderr.setEncoding('utf8');
  child.stderr.on('data', (text: string) => {
    for (const line of text.split('\n')) if (/\[(ERR|FTL|WRN)\]|^nats-server:/.test(line)) tell(line);
  });
  return child;
}

/** Ends it as it should be ended: what it has is on disk. */
export function ended(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((done) => {
    child.once('exit', () => done());
    child.kill('SIGTERM');
  });
}
