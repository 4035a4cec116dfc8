/** The office while it runs: nats-server on this machine, and who answers laptops that join. */
import { type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Consumer, DeliverPolicy, jetstream } from '@nats-io/jetstream';
import { connect, type NatsConnection, nkeyAuthenticator } from '@nats-io/transport-node';
import { keepFirm, nodeFolder, readAdminSeed, readAuthority, readFirm, withMember } from './firm';
import { joinRequest } from './joinCode';
import { decode, entrySchema } from './messages';
import { ended, natsServer, startServer } from './natsServer';
import { publishUsers } from './nodeUsers';
import { makeStreams } from './streams';
import * as subjects from './subjects';

/** Lets the running nodes of this machine read anew who may do what. */
export function reload(folder: string, nodes: number): void {
  for (let i = 0; i < nodes; i++) {
    const file = join(nodeFolder(folder, i), 'nats.pid');
    const pid = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
    if (pid > 0 && isRunning(pid)) process.kill(pid, 'SIGHUP');
  }
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** Starts one node of an office that is all in one folder. */
export const startNode = (folder: string, i: number, tell: (line: string) => void): ChildProcess =>
  startServer(nodeFolder(folder, i), tell);

/** The office's own connection; it waits until enough nodes answer. @throws Error after a minute. */
export async function connectAdmin(folder: string): Promise<NatsConnection> {
  const { nodes } = readFirm(folder);
  const options = {
    servers: nodes.map((n) => `${n.host}:${n.port}`),
    tls: { ca: readAuthority(folder).cert },
    authenticator: nkeyAuthenticator(readAdminSeed(folder)),
    ...{ name: 'office', timeout: 3000, reconnect: true, maxReconnectAttempts: -1 },
  };
  for (let tries = 0; ; tries++)
    try {
      return await connect(options);
    } catch (error) {
      if (tries > 60) throw error;
      await new Promise((done) => setTimeout(done, 500));
    }
}

/** Time that an answer takes to reach its laptop before the code's key is taken away, ms. */
const untilReloadMs = 300;

/** Answers laptops that join with a code, each once. Ends with the connection. */
async function answerJoins(nc: NatsConnection, folder: string, tell: (line: string) => void): Promise<void> {
  for await (const message of nc.subscribe('join')) {
    const asked = joinRequest.safeParse(jsonOf(message.data));
    const firm = readFirm(folder);
    const done = asked.success
      ? withMember(firm, asked.data.joinKey, asked.data, new Date().toISOString())
      : null;
    if (!done) {
      message.respond(JSON.stringify({ refused: 'This code was taken already, or was withdrawn.' }));
      continue;
    }
    keepFirm(folder, done.firm);
    const { id, name, role } = done.member;
    message.respond(
      JSON.stringify({
        ...{ firmId: firm.firmId, firmName: firm.name, laptopId: id, laptopName: name, role },
      }),
    );
    tell(`${name} joined as ${role}`);
    setTimeout(() => reload(folder, firm.nodes.length), untilReloadMs);
  }
}

function jsonOf(data: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(data));
  } catch {
    return null;
  }
}

/** Follows which jobs are set to one crew, and lets the server hold all to it. */
async function followOnly(consumer: Consumer, folder: string): Promise<void> {
  for await (const message of await consumer.consume()) {
    let entry;
    try {
      entry = decode(entrySchema, message.data);
    } catch {
      // what a newer program wrote is for newer laptops
      continue;
    }
    if (entry.kind !== 'only') continue;
    const jobId = subjects.jobIdOf(message.subject);
    const firm = readFirm(folder);
    if ((firm.only[jobId] ?? null) === entry.laptopId) continue;
    const only = Object.fromEntries(Object.entries(firm.only).filter(([id]) => id !== jobId));
    keepFirm(folder, {
      ...firm,
      only: entry.laptopId === null ? only : { ...only, [jobId]: entry.laptopId },
    });
    reload(folder, firm.nodes.length);
  }
}

export interface RunningOffice {
  nc: NatsConnection;
  stop: () => Promise<void>;
}

/**
 * Starts the nodes that run on this machine and what the office answers.
 * @param own numbers of the nodes of this machine. @param tell of what happens. @throws NoServerError, NoOfficeError
 */
export async function startOffice(
  folder: string,
  own: readonly number[],
  tell: (line: string) => void,
): Promise<RunningOffice> {
  const firm = readFirm(folder);
  natsServer();
  const children = own.map((i) => startNode(folder, i, tell));
  const stopNodes = () => Promise.all(children.map(ended));
  try {
    const nc = await connectAdmin(folder);
    await withPatience(() => makeStreams(nc, firm.firmId, firm.nodes.length));
    const failed = (error: unknown) => {
      if (!nc.isClosed()) tell(error instanceof Error ? error.message : String(error));
    };
    answerJoins(nc, folder, tell).catch(failed);
    const follow = await jetstream(nc).consumers.get(subjects.jobsStream, {
      deliver_policy: DeliverPolicy.All,
    });
    followOnly(follow, folder).catch(failed);
    publishUsers(nc, folder, tell).catch(failed);
    return {
      nc,
      stop: async () => {
        await nc.close();
        await stopNodes();
      },
    };
  } catch (error) {
    await stopNodes();
    throw error;
  }
}

/** Three nodes take some seconds to choose a leader. */
async function withPatience<T>(run: () => Promise<T>): Promise<T> {
  for (let tries = 0; ; tries++)
    try {
      return await run();
    } catch (error) {
      if (tries > 40) throw error;
      await new Promise((done) => setTimeout(done, 500));
    }
}
