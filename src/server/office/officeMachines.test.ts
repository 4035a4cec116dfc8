/** @jest-environment node */
/** An office on three machines: each has only the folder of its node, and hears from the first who may do what. */
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jetstream } from '@nats-io/jetstream';
import { createUser } from '@nats-io/nkeys';
import { connect, type NatsConnection, nkeyAuthenticator } from '@nats-io/transport-node';
import { makeTestLaptop, makeTestOffice, type TestOffice, until } from '@/testing/officeForTests';
import { keepFirm, nodeFolder, readAuthority, readFirm, withJoin, withoutMember } from './firm';
import { readJoinCode } from './joinCode';
import { membershipOf, readKey } from './membership';
import { readNodeFile } from './nodeFile';
import { type RunningNode, startNodeAlone } from './nodeUsers';
import { reload, startOffice } from './officeProcess';
import { inboxOf, usersSubject } from './subjects';

jest.setTimeout(200_000);

const nodeNumbers = [1, 2] as const;
let office: TestOffice;
let machines: { folder: string; running: RunningNode }[] = [];
const told: string[] = [];

beforeAll(async () => {
  office = await makeTestOffice(3);
  machines = nodeNumbers.map((i) => {
    const folder = join(mkdtempSync(join(tmpdir(), 'nestle-machine-')), `node-${i + 1}`);
    cpSync(nodeFolder(office.folder, i), folder, { recursive: true });
    // the first machine has no running node in these folders
    rmSync(nodeFolder(office.folder, i), { recursive: true });
    return { folder, running: startNodeAlone(folder, (line) => told.push(line)) };
  });
  office.running = await startOffice(office.folder, [0], () => undefined);
});
afterAll(async () => {
  await office.discard();
  for (const { folder, running } of machines) {
    await running.stop();
    rmSync(join(folder, '..'), { recursive: true, force: true });
  }
});

/** A connection to one node alone. @throws where the node does not know the key. */
function to(i: number, seed: string, inboxPrefix: string): Promise<NatsConnection> {
  const { host, port } = readFirm(office.folder).nodes[i] ?? { host: '', port: 0 };
  return connect({
    servers: `${host}:${port}`,
    tls: { ca: readAuthority(office.folder).cert },
    authenticator: nkeyAuthenticator(new TextEncoder().encode(seed)),
    ...{ reconnect: false, timeout: 5000, inboxPrefix, ignoreClusterUpdates: true },
  });
}
async function opens(i: number, seed: string): Promise<boolean> {
  try {
    await (await to(i, seed, '_INBOX_x')).close();
    return true;
  } catch (error) {
    if (/authorization|authentication/i.test(String(error))) return false;
    throw error;
  }
}
async function within(what: string, holds: () => Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    if (await holds()) return;
    await new Promise((done) => setTimeout(done, 200));
  }
  throw new Error(`not within 20 s: ${what}`);
}

test('a code opens at every machine, a laptop that joined works with each, and one shut out with none', async () => {
  const made = withJoin(office.folder, readFirm(office.folder), { name: 'Van', role: 'crew' });
  const { seed } = readJoinCode(made.code);
  expect(await opens(1, seed)).toBe(false);
  keepFirm(office.folder, made.firm);
  reload(office.folder, 3);
  for (const i of nodeNumbers) await within(`the code at machine ${i + 1}`, () => opens(i, seed));

  const van = makeTestLaptop('Van');
  try {
    await van.join(made.code);
    // the code was taken: no machine takes it again
    for (const i of [0, ...nodeNumbers])
      await within(`the code gone at ${i + 1}`, async () => !(await opens(i, seed)));
    const third = readFirm(office.folder).nodes[2];
    van.db.prepare('UPDATE office SET servers = ?').run(JSON.stringify([`${third?.host}:${third?.port}`]));
    van.start();
    await until(
      'the laptop is there by the third machine',
      () => van.crew.state().connection === 'with the office',
    );
    const out = withoutMember(readFirm(office.folder), membershipOf(van.db)?.laptopId ?? '');
    if (!out) throw new Error('no such laptop');
    keepFirm(office.folder, out.firm);
    reload(office.folder, 3);
    await until('the third machine has let it go', () => /shut out/.test(van.crew.state().said ?? ''));
    for (const i of [0, ...nodeNumbers])
      await within(`no machine knows it: ${i + 1}`, async () => !(await opens(i, readKey(van.folder) ?? '')));
  } finally {
    await van.discard();
  }
  for (const { folder } of machines)
    expect(readFileSync(join(folder, 'users.conf'), 'utf8')).toBe(
      readFileSync(join(nodeFolder(office.folder, 0), 'users.conf'), 'utf8'),
    );
  expect(told).toContain('took over who may do what');
});

test('a node’s key reads who may do what, and neither jobs nor writes there', async () => {
  const { seed } = readNodeFile(machines[0]?.folder ?? '');
  const nc = await to(0, seed, inboxOf('node'));
  const users = await nc.request(
    '$JS.API.STREAM.MSG.GET.USERS',
    JSON.stringify({ last_by_subj: usersSubject }),
    {
      timeout: 10_000,
    },
  );
  expect(users.string()).toContain('"message"');
  const denied: string[] = [];
  void (async () => {
    for await (const status of nc.status()) denied.push(JSON.stringify(status));
  })();
  const asked = jetstream(nc).publish(usersSubject, 'authorization { users = [] }', { timeout: 1500 });
  await expect(asked).rejects.toThrow();
  const jobs = nc.request('$JS.API.STREAM.MSG.GET.JOBS', JSON.stringify({ seq: 1 }), { timeout: 1500 });
  await expect(jobs).rejects.toThrow();
  await nc.close();
  const stranger = createUser();
  expect(await opens(0, new TextDecoder().decode(stranger.getSeed()))).toBe(false);
});

test('a folder that is none of a node is told, and nothing is started', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-no-node-'));
  expect(() => startNodeAlone(folder, () => undefined)).toThrow('has no node.json');
  expect(existsSync(join(folder, 'nats.pid'))).toBe(false);
  rmSync(folder, { recursive: true });
});
