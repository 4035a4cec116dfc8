/**
 * Crews: laptops as processes of their own with databases of their own, before an office of real nats-server processes.
 * `npx tsx bench/crews.ts [--laptops 10] [--nodes 3] [--jobs 200] [--edits 50000] [--days 5] [--seed 1]`
 *
 * Five simulated days. On each, laptops are away for seeded times, have clocks that are off by up to an hour, are killed (kill -9)
 * and started again; one office node at a time is killed and started again; the way to the office swallows answers and is cut.
 * Several work on the same jobs. In the evening all come to rest, and a new laptop joins: how long does it take by now?
 * At the end `crews/judge.ts` holds every database against the log as it is stored, and against what each laptop noted by itself.
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
import { journalOf, judge, readLog, unlikeTheLog } from './crews/judge';
import { lossyWay } from './crews/proxy';
import { makeRandom, sleep } from './crews/random';

const { values } = parseArgs({
  options: {
    laptops: { type: 'string', default: '10' },
    nodes: { type: 'string', default: '3' },
    jobs: { type: 'string', default: '200' },
    edits: { type: 'string', default: '50000' },
    days: { type: 'string', default: '5' },
    seed: { type: 'string', default: '1' },
  },
});
const asked = {
  laptops: Number(values.laptops),
  nodes: Number(values.nodes),
  jobs: Number(values.jobs),
  edits: Number(values.edits),
  days: Number(values.days),
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
  clockMs: number;
}

/** Starts a laptop's process; it makes edits by itself until it has made so many in all. */
function start(program: string, laptop: Laptop, edits: number, dayMs = 0): void {
  const child = spawn(
    process.execPath,
    [
      program,
      ...['--folder', laptop.folder, '--name', laptop.name, '--edits', String(edits)],
      ...[`--clock=${laptop.clockMs + dayMs}`, '--seed', String(below(1e9))],
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
const opened = (laptop: Laptop) =>
  new Database(join(laptop.folder, 'nestle.sqlite'), { readonly: true, timeout: 10_000 });
const look = <T>(laptop: Laptop, run: (db: Database.Database) => T): T => {
  const db = opened(laptop);
  try {
    return run(db);
  } finally {
    db.close();
  }
};
const madeOf = (l: Laptop) => look(l, (db) => one(db, "SELECT count(*) FROM edits WHERE author = 'bench'"));
const waitingOf = (l: Laptop) => look(l, (db) => one(db, 'SELECT count(*) FROM office_outbox'));
const jobsOf = (l: Laptop) => look(l, (db) => one(db, 'SELECT count(*) FROM office_job WHERE seq > 0'));
/** The newest entry that a laptop knows of, and the place of the log up to which it has taken in all. */
const newestOf = (l: Laptop) => look(l, (db) => one(db, 'SELECT max(seq) FROM office_job'));
const takenOf = (l: Laptop) => look(l, (db) => one(db, 'SELECT seq FROM office'));
const haveAll = (some: readonly Laptop[]) =>
  new Set([...some.map(newestOf), ...some.map(takenOf)]).size === 1;

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
function differing(a: Map<string, string>, b: Map<string, string>): number {
  let count = 0;
  for (const key of new Set([...a.keys(), ...b.keys()]))
    if (a.get(key) !== b.get(key) && count++ < 3) console.log('differs:', key, a.get(key), b.get(key));
  return count;
}

async function until(what: string, holds: () => boolean, seconds: number): Promise<number> {
  const since = Date.now();
  while (!holds()) {
    if (Date.now() - since > seconds * 1000) throw new Error(`not within ${seconds} s: ${what}`);
    await sleep(250);
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
const mb = (bytes: number) => (bytes / 1e6).toFixed(0);

async function main() {
  const root = mkdtempSync(join(tmpdir(), 'nestle-crews-'));
  spawnSync(
    process.execPath,
    ['bin/bundle.mjs', 'bench/crews/laptop.ts', join('node_modules', '.crews-laptop')],
    {
      stdio: 'inherit',
    },
  );
  const program = join('node_modules', '.crews-laptop', 'laptop.mjs');
  const office = join(root, 'office');
  const places = [];
  for (let i = 0; i < asked.nodes; i++)
    places.push({ host: '127.0.0.1', port: await freePort(), clusterPort: await freePort() });
  await makeFirm(office, 'Ladder & Sons', places, Date.now());
  const quiet = () => undefined;
  // the office's own process answers joins; the nodes are ours, to be killed
  const nodes = places.map((_, i) => startNode(office, i, quiet));
  const answering = await startOffice(office, [], quiet);
  const ways = await Promise.all(places.map((p) => lossyWay(p.port)));
  const servers = JSON.stringify(ways.map((w) => `127.0.0.1:${w.port}`));

  const joined = async (name: string, clockMs: number): Promise<Laptop> => {
    const folder = join(root, name.replace(/\W/g, '-'));
    mkdirSync(folder);
    const made = withJoin(office, readFirm(office), { name, role: 'crew' });
    keepFirm(office, made.firm);
    for (const n of nodes) n.kill('SIGHUP');
    await sleep(500);
    const db = openDatabase(folder);
    await joinFirm(db, folder, made.code, name, new Date().toISOString());
    // the office is reached by the way that loses answers
    db.prepare('UPDATE office SET servers = ?').run(servers);
    db.close();
    return { name, folder, child: null, clockMs };
  };
  const laptops: Laptop[] = [];
  for (let i = 0; i < asked.laptops; i++)
    laptops.push(await joined(`Van ${i + 1}`, below(7_200_000) - 3_600_000));
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

  for (const l of laptops) start(program, l, 0);
  const spread = await until(
    'all jobs on all laptops',
    () => laptops.every((l) => jobsOf(l) >= asked.jobs),
    900,
  );
  console.log(`all ${asked.jobs} jobs on ${asked.laptops} laptops after ${spread.toFixed(0)} s`);
  for (const l of laptops) await kill(l.child);

  let [killedLaptops, killedNodes, workS, quietS] = [0, 0, 0, 0];
  const joins: Record<string, string | number>[] = [];
  const memory = { node: 0, laptop: 0 };
  const late: Laptop[] = [];
  for (let day = 1; day <= asked.days; day++) {
    const dayMs = day * 86_400_000;
    const target = Math.ceil((asked.edits * day) / asked.days / asked.laptops);
    const beganMs = Date.now();
    for (const l of laptops) start(program, l, target, dayMs);
    while (!laptops.every((l) => madeOf(l) >= target)) {
      await sleep(500 + below(1500));
      ways[below(ways.length)]?.lose(below, 100 + below(900));
      const laptop = laptops[below(laptops.length)];
      if (laptop && below(3) === 0 && madeOf(laptop) < target) {
        await kill(laptop.child);
        killedLaptops++;
        start(program, laptop, target, dayMs);
      }
      const i = below(nodes.length);
      const node = nodes[i];
      if (asked.nodes >= 3 && below(10) === 0 && node) {
        await kill(node);
        killedNodes++;
        await sleep(1000 + below(3000));
        nodes[i] = startNode(office, i, quiet);
      }
    }
    workS += (Date.now() - beganMs) / 1000;
    quietS += await until('nothing waits anywhere', () => laptops.every((l) => waitingOf(l) === 0), 1800);
    await until('all have the newest entry', () => haveAll(laptops), 600);
    memory.node = Math.max(memory.node, ...nodes.map((n) => rssOf(n.pid)));
    memory.laptop = Math.max(memory.laptop, ...laptops.map((l) => rssOf(l.child?.pid)));
    for (const l of laptops) await kill(l.child);

    // who joins by now begins with the states beside the log
    const newcomer = await joined(`late ${day}`, 0);
    start(program, newcomer, 0);
    const joinS = await until(
      'the newcomer has all',
      () => jobsOf(newcomer) >= asked.jobs && haveAll([newcomer, firstLaptop]),
      600,
    );
    await sleep(500);
    await kill(newcomer.child);
    late.push(newcomer);
    joins.push({
      day,
      'entries in the log': newestOf(firstLaptop),
      'a new laptop has all after, s': joinS.toFixed(1),
      'a node’s store, MB': mb(sizeOf(join(nodeFolder(office, 0), 'store'))),
      'records that differ there': differing(contentOf(firstLaptop), contentOf(newcomer)),
      'work so far, s': workS.toFixed(0),
    });
    console.log(JSON.stringify(joins.at(-1)));
  }

  // the judgement
  const [reference, ...others] = laptops.map(contentOf);
  const differ = others.reduce((sum, other) => sum + differing(reference ?? new Map(), other), 0);
  const { log, void: unfit } = await readLog(answering.nc);
  const dbs = laptops.map((l) => ({ db: opened(l), folder: l.folder }));
  const unlike = dbs.reduce((sum, l) => sum + unlikeTheLog(l.db, log), 0);
  const verdict = judge(
    log,
    dbs.map(({ db: own, folder }) => ({ db: own, journal: journalOf(folder, own) })),
  );
  for (const l of dbs) l.db.close();
  const made = laptops.map(madeOf).reduce((a, b) => a + b, 0);
  const wrongLate = joins.reduce((sum, j) => sum + Number(j['records that differ there']), 0);
  console.table(joins);
  console.table({
    'laptops, nodes': `${asked.laptops}, ${asked.nodes}`,
    'jobs, edits made': `${asked.jobs}, ${made}`,
    'killed: laptops, nodes': `${killedLaptops}, ${killedNodes}`,
    'ways cut with answers on them': ways.reduce((sum, w) => sum + w.lost(), 0),
    'records that differ between laptops': differ,
    'fields that are not as the log has them': unlike,
    'entries taken that should have been refused': unfit,
    'edits lost': verdict.lost,
    'entries doubled': verdict.doubled,
    'values replaced unseen': verdict.unseen,
    'edits another’s value beat, told': verdict.told,
    'of those told with wrong values': verdict.toldWrong,
    'removals of what another removed': verdict.moot,
    'edits a second': (made / workS).toFixed(0),
    'until quiet, s, all evenings': quietS.toFixed(0),
    'bytes an entry in a node': (
      places.reduce((sum, _, i) => sum + sizeOf(join(nodeFolder(office, i), 'store')), 0) /
      places.length /
      log.length
    ).toFixed(0),
    'database of a laptop, MB': mb(statSync(join(firstLaptop.folder, 'nestle.sqlite')).size),
    'office node, MB': memory.node.toFixed(0),
    'laptop, MB': memory.laptop.toFixed(0),
  });
  for (const way of ways) way.close();
  await answering.stop();
  for (const n of nodes) await kill(n);
  rmSync(root, { recursive: true, force: true });
  const wrong = differ + unlike + verdict.lost + verdict.doubled + verdict.unseen + verdict.toldWrong;
  if (wrong + wrongLate > 0) process.exitCode = 1;
}
void main();
