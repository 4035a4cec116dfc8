/** One laptop of the crews benchmark: a process of its own, which makes edits until it has made so many in all, at its own clock. */
import { parseArgs } from 'node:util';
import type { AnyRecord } from '@/core/job/records';
import { openDatabase } from '@/server/database';
import { editJob } from '@/server/editLog';
import { loadJob } from '@/server/jobs';
import { Crew } from '@/server/office/crew';
import { readKey } from '@/server/office/membership';
import { makeRandom, sleep } from './random';

const { values } = parseArgs({
  options: {
    folder: { type: 'string', default: '' },
    name: { type: 'string', default: '' },
    edits: { type: 'string', default: '0' },
    clock: { type: 'string', default: '0' },
    seed: { type: 'string', default: '1' },
  },
});
const { fraction: random, below } = makeRandom(Number(values.seed));

const db = openDatabase(values.folder);
const now = () => new Date(Date.now() + Number(values.clock));
const make = () => new Crew({ db: () => db, key: () => readKey(values.folder), now });
let crew = make();
crew.start();

const made = () => Number(db.prepare("SELECT count(*) FROM edits WHERE author = 'bench'").pluck().get());
const jobs = () =>
  db.prepare('SELECT job_id FROM office_job WHERE seq > 0 ORDER BY job_id').pluck().all() as string[];

/** A change as a person makes one: a figure, a place, a name, a note. */
function changed(records: readonly AnyRecord[]): AnyRecord | null {
  const record = records[below(records.length)];
  switch (record?.type) {
    case 'spot':
    case 'unit':
      return { ...record, heightM: Math.round((0.3 + random() * 1.5) * 1e8) / 1e8 };
    case 'room':
      return { ...record, name: `${record.name.split(' ')[0]} ${below(1e9)}` };
    case 'job':
      return { ...record, note: `${values.name} ${below(1e9)}` };
    default:
      return null;
  }
}

/** Of all jobs this laptop works on some, of which others work too. */
const own = (all: readonly string[]): string | undefined => {
  const start = (Number(values.name.replace(/\D/g, '')) * 17) % Math.max(1, all.length);
  return all[(start + below(Math.min(all.length, 30))) % Math.max(1, all.length)];
};

const wanted = Number(values.edits);
let count = made();
while (count < wanted) {
  const jobId = own(jobs());
  if (jobId === undefined) {
    await sleep(300);
    continue;
  }
  const { job, incarnation, revision } = loadJob(db, jobId);
  const edited = changed(
    [...job.byId.values()].filter((r) => ['spot', 'unit', 'room', 'job'].includes(r.type)),
  );
  if (edited) {
    const id = `${values.name.replace(/\W/g, '')}-${count}-${below(1e9)}`;
    const edit = { label: 'Bench', put: [edited], remove: [] };
    editJob(
      db,
      jobId,
      { id, author: 'bench', kind: 'do', of: null, incarnation, revision, edit },
      now().toISOString(),
    );
    count++;
  }
  // between bursts of work the office is heard; now and then the laptop is away for a while
  if (count % 10 === 0) await sleep(below(60));
  if (below(700) === 0) {
    await crew.stop();
    for (let i = 0; i < 30 + below(120) && count < wanted; i++) await sleep(10);
    crew = make();
    crew.start();
  }
}
