/**
 * One laptop of the crews benchmark: a process of its own, which makes edits until it has made so many in all, at its own clock.
 * What it is about to write it notes first in a journal of its own (one JSON line an edit), for the judge.
 */
import { appendFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { freshId } from '@/core/job/fresh';
import type { Job } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';
import { withDependants } from '@/core/job/references';
import { openDatabase } from '@/server/database';
import { editJob } from '@/server/editLog';
import { loadJob } from '@/server/jobs';
import { Crew } from '@/server/office/crew';
import { readKey } from '@/server/office/membership';
import type { Noted } from './judge';
import { makeRandom, sleep } from './random';

const { values } = parseArgs({
  options: {
    folder: { type: 'string', default: '' },
    name: { type: 'string', default: '' },
    edits: { type: 'string', default: '0' },
    clock: { type: 'string', default: '0' },
    seed: { type: 'string', default: '1' },
    /** Nothing comes or goes: fields alone are changed. */
    fields: { type: 'boolean', default: false },
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

type Change = Pick<Noted, 'recordId' | 'field' | 'saw' | 'wrote'> & { put: AnyRecord[]; remove: Id[] };

/** A change as a person makes one: a figure, a name, a note; now and then a spot that comes or goes. Each value is written once only. */
function changeOf(job: Job): Change | null {
  const some = [...job.byId.values()].filter((r) => ['spot', 'unit', 'room', 'job'].includes(r.type));
  const record = some[below(some.length)];
  if (!record) return null;
  const set = (edited: AnyRecord, field: NonNullable<Noted['field']>): Change => ({
    ...{ recordId: record.id, field, saw: valueOf(record, field), wrote: valueOf(edited, field) },
    ...{ put: [edited], remove: [] },
  });
  const whole = { field: null, saw: null, wrote: null } as const;
  switch (record.type) {
    case 'spot': {
      const what = values.fields ? 2 : below(12);
      // ids are made alike on all laptops: two that add at once must not become one
      if (what === 0 && job.spots.length < 60) {
        const id = freshId(job, 'spot');
        const added = { ...record, id, number: 1 + below(998), heightM: heightM() };
        return { recordId: id, ...whole, put: [added], remove: [] };
      }
      if (what === 1 && job.spots.length > 2)
        return { recordId: record.id, ...whole, put: [], remove: withDependants(job, [record.id]) };
      return set({ ...record, heightM: heightM() }, 'heightM');
    }
    case 'unit':
      return set({ ...record, heightM: heightM() }, 'heightM');
    case 'room':
      return set({ ...record, name: `${record.name.split(' ')[0]} ${below(1e9)}` }, 'name');
    case 'job':
      return set({ ...record, note: `${values.name} ${below(1e9)}` }, 'note');
    default:
      return null;
  }
}
const heightM = () => Math.round((0.3 + random() * 1.5) * 1e12) / 1e12;
const valueOf = (record: AnyRecord, field: NonNullable<Noted['field']>): unknown =>
  new Map(Object.entries(record)).get(field);

/** Of all jobs this laptop works on some, of which others work too. */
const own = (all: readonly string[]): string | undefined => {
  const start = (Number(values.name.replace(/\D/g, '')) * 17) % Math.max(1, all.length);
  return all[(start + below(Math.min(all.length, 30))) % Math.max(1, all.length)];
};

const wanted = Number(values.edits);
/** With the office in reach nobody makes edits quicker than these are sent: so many wait at most. */
const mostWaiting = 300;
let awayFor = 0;
let count = made();
while (count < wanted) {
  const jobId = own(jobs());
  if (jobId === undefined) {
    await sleep(300);
    continue;
  }
  const { job, incarnation, revision } = loadJob(db, jobId);
  const change = changeOf(job);
  if (change) {
    const { put, remove, ...what } = change;
    const id = `${values.name.replace(/\W/g, '')}-${count}-${below(1e9)}`;
    const noted: Noted = { id, jobId, ...what, removed: remove };
    appendFileSync(join(values.folder, 'journal.jsonl'), `${JSON.stringify(noted)}\n`);
    const edit = { label: 'Bench', put, remove };
    editJob(
      db,
      jobId,
      { id, author: 'bench', kind: 'do', of: null, incarnation, revision, edit },
      now().toISOString(),
    );
    count++;
  }
  // between bursts of work the office is heard
  if (count % 10 === 0) await sleep(5 + below(60));
  if (awayFor === 0) while (crew.state().waiting > mostWaiting) await sleep(50);
  // a cellar, a drive, a day without a signal
  if (awayFor > 0 && --awayFor === 0) {
    crew = make();
    crew.start();
  } else if (awayFor === 0 && below(250) === 0) {
    await crew.stop();
    awayFor = 20 + below(below(5) === 0 ? 400 : 120);
  }
}
if (awayFor > 0) {
  crew = make();
  crew.start();
}
