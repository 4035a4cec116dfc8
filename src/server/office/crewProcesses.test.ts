/** @jest-environment node */
/**
 * Three laptops as processes of their own on two jobs, before one node; one is killed at work, the way to the office swallows answers.
 * Judged by the log as it is stored and by what each noted itself, as in the benchmark, where all is larger.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { crewHouse } from '@/testing/crewSteps';
import { killed, makeTestOffice, type TestOffice, until } from '@/testing/officeForTests';
import { journalOf, judge, readLog, unlikeTheLog } from '../../../bench/crews/judge';
import { type LossyWay, lossyWay } from '../../../bench/crews/proxy';
import { openDatabase } from '../database';
import { insertJob } from '../jobs';
import { readFirm } from './firm';
import { joinFirm } from './join';
import { connectAdmin } from './officeProcess';

jest.setTimeout(200_000);

const editsEach = 120;
const names = ['Van 1', 'Van 2', 'Van 3'];
let office: TestOffice;
let way: LossyWay;
const root = mkdtempSync(join(tmpdir(), 'nestle-crew-'));
const folderOf = (name: string) => join(root, name.replace(' ', '-'));
const children = new Map<string, ChildProcess>();

function start(name: string, seed: number): void {
  const program = join('bench', 'crews', 'laptop.ts');
  const asked = [
    ...['--folder', folderOf(name), '--name', name, '--edits', String(editsEach)],
    ...['--seed', String(seed), '--fields'],
  ];
  children.set(
    name,
    spawn(process.execPath, ['--import', 'tsx', program, ...asked], {
      stdio: ['ignore', 'ignore', 'inherit'],
    }),
  );
}
async function kill(name: string): Promise<void> {
  const child = children.get(name);
  if (child?.exitCode === null && child.signalCode === null) await killed(child);
}
const look = (name: string, sql: string): number => {
  const db = new Database(join(folderOf(name), 'nestle.sqlite'), { readonly: true, timeout: 10_000 });
  const found = Number(db.prepare(sql).pluck().get());
  db.close();
  return found;
};
const made = (name: string) => look(name, "SELECT count(*) FROM edits WHERE author = 'bench'");

beforeAll(async () => {
  office = await makeTestOffice();
  await office.start();
  way = await lossyWay(readFirm(office.folder).nodes[0]?.port ?? 0);
  for (const name of names) {
    const db = openDatabase(folderOf(name));
    await joinFirm(db, folderOf(name), await office.code(name), name, '2026-11-20T10:00:00.000Z');
    db.prepare('UPDATE office SET servers = ?').run(JSON.stringify([`127.0.0.1:${way.port}`]));
    if (name === 'Van 1')
      for (const id of ['flat-1', 'flat-2']) insertJob(db, crewHouse(id), '2026-11-20T10:00:00.000Z');
    db.close();
  }
});
afterAll(async () => {
  for (const name of names) await kill(name);
  way.close();
  await office.discard();
  rmSync(root, { recursive: true, force: true });
});

test('a laptop killed at work and answers that are lost: nothing is lost, doubled or replaced unseen, and all conflicts are told', async () => {
  let turn = 0;
  const losing = setInterval(() => way.lose((n) => turn++ % n, 200), 400);
  names.forEach((name, i) => start(name, 10 + i));
  await until('Van 3 is at work', () => made('Van 3') >= 20, 90);
  await kill('Van 3');
  const before = made('Van 3');
  expect(before).toBeLessThan(editsEach);
  start('Van 3', 20);
  try {
    await until('all edits are made', () => names.every((n) => made(n) >= editsEach), 120);
  } finally {
    clearInterval(losing);
  }
  const rests = () =>
    names.every(
      (n) =>
        look(n, 'SELECT (SELECT count(*) FROM office_outbox) + (SELECT count(*) FROM office_want)') === 0,
    ) &&
    new Set(
      names.flatMap((n) => [look(n, 'SELECT seq FROM office'), look(n, 'SELECT max(seq) FROM office_job')]),
    ).size === 1;
  await until('all is quiet', rests, 120);
  for (const name of names) await kill(name);

  const nc = await connectAdmin(office.folder);
  const { log } = await readLog(nc);
  await nc.close();
  const laptops = names.map((name) => {
    const db = new Database(join(folderOf(name), 'nestle.sqlite'), { readonly: true });
    return { db, journal: journalOf(folderOf(name), db) };
  });
  expect(laptops.map((l) => l.journal.length)).toEqual(names.map(() => editsEach));
  const verdict = judge(log, laptops);
  expect(verdict).toMatchObject({ lost: 0, doubled: 0, unseen: 0, toldWrong: 0 });
  expect(verdict.told).toBeGreaterThan(0);
  expect(log.length).toBe(2 + 3 * editsEach - verdict.told - verdict.moot);
  expect(laptops.map((l) => unlikeTheLog(l.db, log))).toEqual([0, 0, 0]);
  expect(way.lost()).toBeGreaterThan(0);
  for (const { db } of laptops) db.close();
});
