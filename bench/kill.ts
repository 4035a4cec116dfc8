/**
 * The server is killed at random moments while three windows and two phones write. Afterwards the database is
 * read by plain SQL, without the program: each acknowledged edit is in the log once, the log has no gap, and the
 * tables hold just what the log played from the beginning comes to.
 * npx tsx bench/kill.ts [kills, 300]
 */
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { get } from '@/core/job/job';
import { aPhoneRun } from '@/server/sharing/aPhoneRun';
import { jobServer } from '@/client/store/jobServer';
import { Courier, type CourierPorts } from '@/client/store/courier';
import type { Outbox } from '@/core/sync/sync';
import { makeApp } from '../bin/app';

const jobId = 'quay-house';
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms));
let seed = 20261127;
const random = () => {
  seed = (seed * 1664525 + 1013904223) >>> 0;
  return seed / 2 ** 32;
};

interface Row {
  revision: number;
  edit_id: string;
  edit: string;
}
type Plain = Record<string, unknown> & { type: string; id: string };

const camel = (option: string) => option.replace(/_([a-z0-9])/g, (_, c: string) => c.toUpperCase());

/** The records of the job as the tables hold them, by plain SQL; field by field as far as the start had them. */
function inTables(db: Database.Database, sample: Plain): Plain | null {
  const table = sample.type.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
  const row = db.prepare(`SELECT * FROM ${table} WHERE job_id = ? AND id = ?`).get(jobId, sample.id) as
    Record<string, unknown> | undefined;
  if (!row) return null;
  const out: Plain = { type: sample.type, id: sample.id };
  for (const [option, value] of Object.entries(row)) {
    const field = camel(option);
    if (!(field in sample)) continue;
    const was = sample[field];
    out[field] =
      typeof was === 'boolean'
        ? value === 1
        : was !== null && typeof was === 'object'
          ? JSON.parse(String(value))
          : value;
  }
  return out;
}
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value !== null && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([k, v]) => [k, sorted(v)]),
        )
      : value;
const sameJson = (a: unknown, b: unknown) => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** @param kills how often the server is killed. */
export async function killFigures(kills: number): Promise<object> {
  const app = makeApp(4377);
  await app.start();
  const realFetch = globalThis.fetch;
  globalThis.fetch = async (input, init) =>
    realFetch(typeof input === 'string' && input.startsWith('/') ? `${app.url}${input}` : input, {
      ...init,
      signal: AbortSignal.timeout(5000),
    });
  const { job, ...rest } = await jobServer(jobId).whole();
  const start = new Map<string, Plain>([...job.byId.values()].map((r) => [r.id, { ...r }]));
  const shared = await (
    await fetch('/api/sharing', { method: 'POST', body: JSON.stringify({ jobId }) })
  ).json();
  const { code } = shared.share;

  const acknowledged = new Set<string>();
  const made = new Set<string>();
  let stopping = false;
  let opened = 0;
  const outboxes = new Map<string, Outbox>();
  const server = jobServer(jobId);
  const ports = (name: string): CourierPorts => ({
    server: {
      ...server,
      async send(step, author, at) {
        const answer = await server.send(step, author, at);
        acknowledged.add(step.id);
        return answer;
      },
    },
    outbox: {
      seats: () => Promise.resolve([...outboxes.keys()].filter((s) => s === name)),
      read: (_job, seat) => Promise.resolve(structuredClone(outboxes.get(seat) ?? null)),
      write: (_job, seat, { queue, aside, clashes }) => {
        outboxes.set(seat, structuredClone({ queue, aside, clashes }));
        return Promise.resolve();
      },
    },
    seat: () => Promise.resolve(name),
    isTaken: () => Promise.resolve(true),
    newId: () => {
      const id = `${name}-${made.size}`;
      made.add(id);
      return id;
    },
    announce: () => undefined,
    wait: async () => void (await sleep(40)),
  });

  /** A window that works, is closed and opened again at random, and hears what was stored. */
  async function work(name: string, spots: string[]): Promise<Courier> {
    let initial = { job, ...rest };
    for (;;) {
      const courier = new Courier(
        jobId,
        initial,
        ports(name),
        () => undefined,
        () => undefined,
      );
      courier.start();
      opened++;
      const until = Date.now() + 4000 + random() * 20_000;
      while (!stopping && Date.now() < until) {
        const id = spots[Math.floor(random() * spots.length)] ?? '';
        const spot = get(courier.sync.job, 'spot', id);
        const what = random();
        if (courier.sync.queue.length > 12) await sleep(30);
        else if (what < 0.75)
          courier.commit({
            label: `Rename ${id}`,
            put: [{ ...spot, name: `${name} ${made.size}` }],
            remove: [],
          });
        else if (what < 0.85) courier.step('undo');
        else if (what < 0.9) courier.step('redo');
        else void courier.look();
        await sleep(10 + random() * 60);
      }
      if (stopping) {
        await courier.settled();
        return courier;
      }
      courier.stop();
      for (let fresh = null; !fresh; await sleep(50))
        try {
          fresh = await jobServer(jobId).whole();
          initial = fresh;
        } catch {
          // the server is down just now
        }
    }
  }

  /** A phone that sends a run again until it hears that it was taken. */
  async function measure(name: string): Promise<void> {
    for (let n = 0; !stopping; n++) {
      const run = aPhoneRun(`rd-${name}-${n}`, {
        spotId: `spot-${1 + (n % 14)}`,
        takenAt: new Date().toISOString(),
        downMbps: 50 + (n % 40),
      });
      for (let heard = false; !heard;) {
        try {
          const answer = await fetch(`/api/walk/${code}/runs`, {
            method: 'POST',
            body: JSON.stringify({ runs: [run], sentAt: new Date().toISOString() }),
          });
          const { received } = await answer.json();
          if (received?.[0]?.state === 'taken' || received?.[0]?.state === 'known') {
            acknowledged.add(`run ${run.id}`);
            heard = true;
          }
        } catch {
          // killed in between: sent again
        }
        await sleep(30 + random() * 120);
      }
    }
  }

  const windows = ['w-a', 'w-b', 'w-c'].map((name, i) =>
    work(
      name,
      [1, 2, 3, 4, 5].map((k) => `spot-${i * 4 + k}`),
    ),
  );
  const phones = ['p-a', 'p-b'].map(measure);
  for (let k = 0; k < kills; k++) {
    await sleep(30 + random() * 700);
    await app.stop();
    await app.start();
    if (k % 25 === 24) console.error(`${k + 1} of ${kills} kills, ${acknowledged.size} acknowledged`);
  }
  await sleep(500);
  stopping = true;
  const ended = await Promise.all(windows);
  await Promise.all(phones);
  for (const w of ended) await w.look();
  const screens = ended.map((w) => new Map([...w.sync.job.byId]));
  ended.forEach((w) => w.stop());
  await app.stop();

  const db = new Database(join(app.folder, 'nestle.sqlite'), { readonly: true });
  const log = db
    .prepare('SELECT revision, edit_id, edit FROM edits WHERE job_id = ? ORDER BY revision')
    .all(jobId) as Row[];
  const ids = log.map((r) => r.edit_id);
  const played = new Map(start);
  for (const { edit } of log) {
    const { put, remove } = JSON.parse(edit) as { put: Plain[]; remove: string[] };
    for (const id of remove) played.delete(id);
    for (const r of put) played.set(r.id, r);
  }
  const half = [...played.values()].filter((r) => !sameJson(inTables(db, r), r)).length;
  const readingsInTable = db.prepare('SELECT count(*) FROM reading WHERE job_id = ?').pluck().get(jobId);
  const readingsPlayed = [...played.values()].filter((r) => r.type === 'reading').length;
  const lost = [...acknowledged].filter((id) =>
    id.startsWith('run ') ? !played.has(id.slice(4)) : !ids.includes(id),
  );
  const integrity = db.pragma('integrity_check', { simple: true });
  db.close();
  app.discard();
  globalThis.fetch = realFetch;
  return {
    kills,
    'windows opened': opened,
    'edits in the log': log.length,
    acknowledged: acknowledged.size,
    lost: lost.length,
    doubled: ids.length - new Set(ids).size + (Number(readingsInTable) - readingsPlayed),
    half,
    'gaps in the log': log.filter((r, i) => r.revision !== i + 1).length,
    'screens that differ': screens.filter(
      (s) =>
        !sameJson([...s.values()].map((r) => r.id).sort(), [...played.keys()].sort()) ||
        [...s].some(([id, r]) => !sameJson(r, played.get(id))),
    ).length,
    'set aside or clashing': ended.reduce((sum, w) => sum + w.sync.aside.length + w.sync.clashes.length, 0),
    integrity: String(integrity),
  };
}

if (process.argv[1]?.endsWith('kill.ts'))
  killFigures(Number(process.argv[2] ?? 300)).then(
    (figures) => {
      console.log(JSON.stringify(figures, null, 2));
      process.exit(0);
    },
    (error: unknown) => {
      console.error(error);
      process.exit(1);
    },
  );
