/**
 * Crews: laptops as processes of their own with databases of their own, before an office of real nats-server processes.
 * `npx tsx bench/crews.ts [--laptops 10] [--nodes 3] [--jobs 200] [--edits 50000] [--seed 1]`
 *
 * Five simulated days: laptops are away for seeded times, lose answers (the connection is cut), have clocks that are off by up
 * to an hour, are killed (kill -9) and started again; one office node at a time is killed and started again. Two work on the same
 * jobs. At the end all is quiet, and this file looks into the databases with SQL of its own: are they alike, is every edit
 * that a laptop had stored there once, and is every value that lost against another told to someone?
 */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import Database from 'better-sqlite3';
import { jobFromRecords } from '@/core/job/job';
import { parseJobFile } from '@/core/job/jobFile';
import { openDatabase } from '@/server/database';
import { insertJob } from '@/server/jobs';
import { keepFirm, makeFirm, nodeFolder, readFirm, withJoin } from '@/server/office/firm';
import { joinFirm } from '@/server/office/join';
import { startNode, startOffice } from '@/server/office/officeProcess';
import { makeRandom, sleep } from './crews/random';

const { values } = parseArgs({
  options: {
    laptops: { type: 'string', default: '10' },
    nodes: { type: 'string', default: '3' },
    jobs: { type: 'string', default: '200' },
    edits: { type: 'string', default: '50000' },
    seed: { type: 'string', default: '1' },
  },
});
const asked = {
  laptops: Number(values.laptops),
  nodes: Number(values.nodes),
  jobs: Number(values.jobs),
  edits: Number(values.edits),
};

const { below } = makeRandom(Number(values.seed));

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

interface Laptop {
  name: string;
  folder: string;
  child: ChildProcess | null;
  edits: number;
  clockMs: number;
}

/** Starts a laptop's process; it makes edits by itself and says when it has made so many. */
function start(laptop: Laptop): void {
  const child = spawn(
    process.execPath,
    [
      ...['--import', 'tsx', join('bench', 'crews', 'laptop.ts')],
      ...['--folder', laptop.folder, '--name', laptop.name, '--edits', String(laptop.edits)],
      ...[`--clock=${laptop.clockMs}`, '--seed', String(below(1e9))],
    ],
    { stdio: ['ignore', 'ignore', 'inherit'] },
  );
  laptop.child = child;
}

const kill = (child: ChildProcess | null): Promise<void> =>
  new Promise((done) => {
    if (!child || child.exitCode !== null || child.signalCode !== null) return done();
    child.once('exit', () => done());
    child.kill('SIGKILL');
  });

const one = (db: Database.Database, sql: string): number => Number(db.prepare(sql).pluck().get());
const look = <T>(laptop: Laptop, run: (db: Database.Database) => T): T => {
  const db = new Database(join(laptop.folder, 'nestle.sqlite'), { readonly: true, timeout: 10_000 });
  try {
    return run(db);
  } finally {
    db.close();
  }
};
const madeOf = (l: Laptop) => look(l, (db) => one(db, "SELECT count(*) FROM edits WHERE author = 'bench'"));
const waitingOf = (l: Laptop) => look(l, (db) => one(db, 'SELECT count(*) FROM office_outbox'));

/** All records of all jobs of a laptop as text: by SQL alone, table by table. */
function contentOf(laptop: Laptop): Map<string, string> {
  return look(laptop, (db) => {
    const tables = db
      .prepare(
        `SELECT m.name FROM sqlite_master m JOIN pragma_table_info(m.name) c
         WHERE m.type = 'table' AND c.name = 'job_id' AND m.name NOT LIKE 'office%' AND m.name NOT IN ('edits', 'job_summary', 'phone_word', 'share', 'secret', 'job_file')`,
      )
      .pluck()
      .all() as string[];
    const content = new Map<string, string>();
    for (const table of tables)
      for (const row of db.prepare(`SELECT * FROM ${table}`).all() as { job_id: string; id: string }[])
        content.set(`${table} ${row.job_id} ${row.id}`, JSON.stringify(row));
    return content;
  });
}

async function until(what: string, holds: () => boolean, seconds: number): Promise<number> {
  const since = Date.now();
  while (!holds()) {
    if (Date.now() - since > seconds * 1000) throw new Error(`not within ${seconds} s: ${what}`);
    await sleep(500);
  }
  return (Date.now() - since) / 1000;
}

const sizeOf = (folder: string): number => {
  const said = spawnSync('du', ['-sb', folder], { encoding: 'utf8' }).stdout;
  return Number(said.split('\t')[0]);
};
const rssOf = (pid: number | undefined): number =>
  pid === undefined
    ? 0
    : Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

async function main() {
  const root = mkdtempSync(join(tmpdir(), 'nestle-crews-'));
  const office = join(root, 'office');
  const places = [];
  for (let i = 0; i < asked.nodes; i++)
    places.push({ host: '127.0.0.1', port: await freePort(), clusterPort: await freePort() });
  await makeFirm(office, 'Ladder & Sons', places, Date.now());
  const quiet = () => undefined;
  // the office's own process answers joins; the nodes are ours, to be killed
  const nodes = places.map((_, i) => startNode(office, i, quiet));
  const answering = await startOffice(office, [], quiet);

  const laptops: Laptop[] = [];
  for (let i = 0; i < asked.laptops; i++) {
    const folder = join(root, `laptop-${i}`);
    mkdirSync(folder);
    const name = `Van ${i + 1}`;
    const made = withJoin(office, readFirm(office), { name, role: 'crew' });
    keepFirm(office, made.firm);
    for (const n of nodes) n.kill('SIGHUP');
    await sleep(500);
    const db = openDatabase(folder);
    await joinFirm(db, folder, made.code, name, new Date().toISOString());
    db.close();
    laptops.push({
      ...{ name, folder, child: null, clockMs: below(7_200_000) - 3_600_000 },
      edits: Math.ceil(asked.edits / asked.laptops),
    });
  }
  // the jobs begin on the first laptop: a small flat each
  const [firstLaptop] = laptops;
  if (!firstLaptop) throw new Error('no laptop');
  const flat = parseJobFile(readFileSync('demo/tannery-lofts.nestle.json', 'utf8'));
  const db = openDatabase(firstLaptop.folder);
  for (let i = 0; i < asked.jobs; i++)
    insertJob(
      db,
      jobFromRecords(
        [...flat.byId.values()]
          .filter((r) => r.type !== 'reading')
          .map((r) => (r.type === 'job' ? { ...r, id: `job-${i}`, name: `Flat ${i}`, demo: false } : r)),
      ),
      new Date().toISOString(),
    );
  db.close();

  const beganMs = Date.now();
  laptops.forEach(start);
  const jobsOf = (l: Laptop) => look(l, (d) => one(d, 'SELECT count(*) FROM office_job WHERE seq > 0'));
  const spread = await until(
    'all jobs on all laptops',
    () => laptops.every((l) => jobsOf(l) >= asked.jobs),
    900,
  );
  console.log(`all ${asked.jobs} jobs on ${asked.laptops} laptops after ${spread.toFixed(0)} s`);

  // five days of trouble
  let [killedLaptops, killedNodes] = [0, 0];
  const isDone = () => laptops.every((l) => madeOf(l) >= l.edits);
  while (!isDone()) {
    await sleep(1500 + below(3000));
    const laptop = laptops[below(laptops.length)];
    if (laptop && madeOf(laptop) < laptop.edits) {
      await kill(laptop.child);
      killedLaptops++;
      await sleep(below(1500));
      start(laptop);
    }
    if (asked.nodes >= 3 && below(4) === 0) {
      const i = below(nodes.length);
      const node = nodes[i];
      if (node) {
        await kill(node);
        killedNodes++;
        await sleep(2000 + below(3000));
        nodes[i] = startNode(office, i, quiet);
      }
    }
  }
  const workS = (Date.now() - beganMs) / 1000;
  const quietS = await until('nothing waits anywhere', () => laptops.every((l) => waitingOf(l) === 0), 900);
  const seqs = () => laptops.map((l) => look(l, (d) => one(d, 'SELECT max(seq) FROM office_seen')));
  await until('all have the newest entry', () => new Set(seqs()).size === 1, 300);
  await sleep(1000);

  // the judgement
  const [reference, ...others] = laptops.map(contentOf);
  let differing = 0;
  for (const other of others)
    for (const key of new Set([...(reference?.keys() ?? []), ...other.keys()]))
      if (reference?.get(key) !== other.get(key)) {
        if (differing++ < 5)
          console.log('differs:', key, reference?.get(key)?.slice(0, 200), other.get(key)?.slice(0, 200));
      }
  const made = laptops.map(madeOf).reduce((a, b) => a + b, 0);
  const seen = new Map<string, number>();
  for (const row of look(firstLaptop, (d) =>
    d.prepare("SELECT job_id || ' ' || entry_id AS id FROM office_seen").all(),
  ) as {
    id: string;
  }[])
    seen.set(row.id, (seen.get(row.id) ?? 0) + 1);
  const doubled = [...seen.values()].filter((n) => n > 1).length;
  // each edit wrote a marker of its own; it is in the log, or its laptop tells that another's stands, or that it was set aside
  let lost = 0;
  let clashes = 0;
  let told = 0;
  for (const laptop of laptops)
    look(laptop, (d) => {
      clashes += one(d, 'SELECT count(*) FROM office_clash');
      const ids = d
        .prepare("SELECT job_id AS job, edit_id AS id FROM edits WHERE author = 'bench'")
        .all() as {
        job: string;
        id: string;
      }[];
      const tells = d.prepare('SELECT 1 FROM office_clash WHERE job_id = ? AND id LIKE ?');
      const aside = d.prepare('SELECT 1 FROM office_aside WHERE job_id = ? AND id = ?');
      for (const { job, id } of ids)
        if (!seen.has(`${job} ${id}`)) {
          if (tells.get(job, `${id}.%`) !== undefined || aside.get(job, id) !== undefined) told++;
          else lost++;
        }
    });
  const store =
    places.reduce((sum, _, i) => sum + sizeOf(join(nodeFolder(office, i), 'store')), 0) / places.length;
  const memory = {
    'office node, MB': Math.max(...nodes.map((n) => rssOf(n.pid))).toFixed(0),
    'laptop, MB': Math.max(...laptops.map((l) => rssOf(l.child?.pid))).toFixed(0),
  };

  // who joins late begins with the states beside the log
  const folder = join(root, 'late');
  mkdirSync(folder);
  const late = withJoin(office, readFirm(office), { name: 'late', role: 'crew' });
  keepFirm(office, late.firm);
  for (const n of nodes) n.kill('SIGHUP');
  await sleep(500);
  const lateDb = openDatabase(folder);
  await joinFirm(lateDb, folder, late.code, 'late', new Date().toISOString());
  lateDb.close();
  const last: Laptop = { name: 'late', folder, child: null, edits: 0, clockMs: 0 };
  start(last);
  const joinS = await until('the late laptop has all jobs', () => jobsOf(last) >= asked.jobs, 600);
  await until(
    'and the newest entry',
    () => {
      const [newest] = seqs();
      return look(last, (d) => one(d, 'SELECT max(seq) FROM office_job')) >= (newest ?? 0);
    },
    300,
  );
  const lateDiffers = [...contentOf(last)].filter(([key, value]) => reference?.get(key) !== value).length;

  console.table({
    'laptops, nodes': `${asked.laptops}, ${asked.nodes}`,
    'jobs, edits made': `${asked.jobs}, ${made}`,
    'killed: laptops, nodes': `${killedLaptops}, ${killedNodes}`,
    'records that differ': differing,
    'edits lost': lost,
    'edits doubled': doubled,
    'edits told to their maker instead': told,
    'open conflicts': clashes,
    'edits a second': (made / workS).toFixed(0),
    'until quiet, s': quietS.toFixed(0),
    'bytes an edit in a node': (store / seen.size).toFixed(0),
    'database of a laptop, MB': (statSync(join(firstLaptop.folder, 'nestle.sqlite')).size / 1e6).toFixed(0),
    ...memory,
    'a late laptop has all after, s': joinS.toFixed(1),
    'records that differ there': lateDiffers,
  });
  for (const l of [...laptops, last]) await kill(l.child);
  await answering.stop();
  for (const n of nodes) await kill(n);
  rmSync(root, { recursive: true, force: true });
  if (differing + lost + doubled + lateDiffers > 0) process.exitCode = 1;
}
void main();
