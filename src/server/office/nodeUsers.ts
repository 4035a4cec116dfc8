/**
 * Who may do what, on every machine of an office: the first one publishes it, and the others, which have only the folder of their
 * node, take it over and let their nats-server read it.
 */
import { type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jetstream, JetStreamApiError, jetstreamManager } from '@nats-io/jetstream';
import { connect, type NatsConnection, nkeyAuthenticator } from '@nats-io/transport-node';
import { nodeFolder } from './firm';
import { ended, startServer } from './natsServer';
import { type NodeFile, readNodeFile, writeWhole } from './nodeFile';
import * as subjects from './subjects';

/** Looked at so often, ms: at the first machine whether it changed, at the others whether there is another. */
const lookMs = 1000;

/**
 * Publishes the users of an office whenever their file changes, until the connection ends. @param tell hears of what goes wrong;
 * it is tried again.
 */
export async function publishUsers(
  nc: NatsConnection,
  folder: string,
  tell: (line: string) => void,
): Promise<void> {
  const js = jetstream(nc);
  const file = join(nodeFolder(folder, 0), 'users.conf');
  let published: string | null = null;
  while (!nc.isClosed()) {
    const users = readFileSync(file, 'utf8');
    if (users !== published)
      try {
        await js.publish(subjects.usersSubject, users);
        published = users;
      } catch (error) {
        if (!nc.isClosed()) tell(`The other machines do not know yet who may do what: ${String(error)}`);
      }
    await new Promise((done) => setTimeout(done, lookMs));
  }
}

export interface RunningNode {
  stop: () => Promise<void>;
}

/** Runs one node of an office on a machine of its own, from its folder. @throws NoNodeError, NoServerError */
export function startNodeAlone(own: string, tell: (line: string) => void): RunningNode {
  const node = readNodeFile(own);
  const server = startServer(own, tell);
  let stopped = false;
  const following = (async () => {
    while (!stopped) {
      try {
        await follow(own, node, server, () => stopped, tell);
      } catch (error) {
        // the node starts, or is cut off: what is in the folder holds until it is back
        if (!isPassing(error)) tell(error instanceof Error ? error.message : String(error));
      }
      await new Promise((done) => setTimeout(done, lookMs));
    }
  })();
  return {
    stop: async () => {
      stopped = true;
      await following;
      await ended(server);
    },
  };
}

const isPassing = (error: unknown): boolean =>
  error instanceof JetStreamApiError ||
  /refused|timeout|no responders|closed|disconnect/i.test(String(error));

async function follow(
  own: string,
  { port, seed }: NodeFile,
  server: ChildProcess,
  stopped: () => boolean,
  tell: (line: string) => void,
): Promise<void> {
  const nc = await connect({
    servers: `localhost:${port}`,
    tls: { ca: readFileSync(join(own, 'ca.pem'), 'utf8') },
    authenticator: nkeyAuthenticator(new TextEncoder().encode(seed)),
    ...{ name: 'node', inboxPrefix: subjects.inboxOf('node'), reconnect: false, timeout: 3000 },
  });
  try {
    const jsm = await jetstreamManager(nc, { checkAPI: false, timeout: 3000 });
    const file = join(own, 'users.conf');
    while (!stopped() && !nc.isClosed()) {
      const message = await jsm.streams.getMessage(subjects.usersStream, {
        last_by_subj: subjects.usersSubject,
      });
      const users = message ? new TextDecoder().decode(message.data) : null;
      if (users !== null && users !== readFileSync(file, 'utf8')) {
        writeWhole(file, users);
        server.kill('SIGHUP');
        tell('took over who may do what');
      }
      await new Promise((done) => setTimeout(done, lookMs));
    }
  } finally {
    await nc.close();
  }
}
