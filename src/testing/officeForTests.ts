/** A real office on this machine for tests: nats-server with a folder of its own. Skipped only where it is not installed. */
import { mkdtempSync, rmSync } from 'node:fs';
import type { ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, nkeyAuthenticator } from '@nats-io/transport-node';
import type { Db } from '@/server/database';
import { openDatabase } from '@/server/database';
import { Crew } from '@/server/office/crew';
import { keepFirm, makeFirm, readFirm, withJoin } from '@/server/office/firm';
import { joinFirm } from '@/server/office/join';
import { pemOf, readJoinCode } from '@/server/office/joinCode';
import { readKey, type Role } from '@/server/office/membership';
import { reload, type RunningOffice, startNode, startOffice } from '@/server/office/officeProcess';

/** A port that is free now. */
export const freePort = (): Promise<number> =>
  new Promise((done, failed) => {
    const server = createServer();
    server.once('error', failed);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

export interface TestOffice {
  folder: string;
  running: RunningOffice | null;
  start: () => Promise<void>;
  stop: () => Promise<void>;
  code: (name: string, role?: Role) => Promise<string>;
  discard: () => Promise<void>;
}

export async function makeTestOffice(nodes = 1): Promise<TestOffice> {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-office-'));
  const places: { host: string; port: number; clusterPort: number }[] = [];
  for (let i = 0; i < nodes; i++)
    places.push({ host: '127.0.0.1', port: await freePort(), clusterPort: await freePort() });
  await makeFirm(folder, 'Ladder & Sons', places, Date.now());
  const office: TestOffice = {
    folder,
    running: null,
    start: async () => {
      office.running = await startOffice(folder, [...places.keys()], () => undefined);
    },
    stop: async () => {
      await office.running?.stop();
      office.running = null;
    },
    code: async (name, role = 'crew') => {
      const made = withJoin(folder, readFirm(folder), { name, role });
      keepFirm(folder, made.firm);
      reload(folder, nodes);
      await opens(made.code);
      return made.code;
    },
    discard: async () => {
      await office.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  return office;
}

/** Waits until nats-server has read of a code, which it does when the signal has come. */
async function opens(text: string): Promise<void> {
  const { servers, ca, seed } = readJoinCode(text);
  const options = {
    ...{ servers, tls: { ca: pemOf(ca) }, reconnect: false, timeout: 5000 },
    authenticator: nkeyAuthenticator(new TextEncoder().encode(seed)),
  };
  for (let tries = 1; ; tries++)
    try {
      return await (await connect(options)).close();
    } catch (error) {
      if (tries === 50) throw error;
      await new Promise((done) => setTimeout(done, 200));
    }
}

export interface TestLaptop {
  name: string;
  folder: string;
  db: Db;
  crew: Crew;
  join: (code: string) => Promise<string>;
  start: () => void;
  stop: () => Promise<void>;
  discard: () => Promise<void>;
}

export function makeTestLaptop(name: string, now?: () => Date): TestLaptop {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-laptop-'));
  const db = openDatabase(folder);
  const make = () => new Crew({ db: () => db, key: () => readKey(folder), ...(now && { now }) });
  const laptop: TestLaptop = {
    ...{ name, folder, db, crew: make() },
    join: (code) => joinFirm(db, folder, code, name, new Date().toISOString()),
    start: () => {
      laptop.crew = make();
      laptop.crew.start();
    },
    stop: () => laptop.crew.stop(),
    discard: async () => {
      await laptop.crew.stop();
      db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  return laptop;
}

/** Waits until something holds. @throws Error when it does not within some seconds. */
export async function until(what: string, holds: () => boolean, seconds = 45): Promise<void> {
  for (const end = Date.now() + seconds * 1000; Date.now() < end;) {
    if (holds()) return;
    await new Promise((done) => setTimeout(done, 30));
  }
  throw new Error(`not within ${seconds} s: ${what}`);
}

/** A process that is ended at once, as by a power cut. */
export const killed = (child: ChildProcess): Promise<void> =>
  new Promise((done) => {
    child.once('exit', () => done());
    child.kill('SIGKILL');
  });

/** A node of a test office, by itself. */
export const nodeOf = ({ folder }: TestOffice, i: number): ChildProcess =>
  startNode(folder, i, () => undefined);
