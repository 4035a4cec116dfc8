/** @jest-environment node */
import { jobFromRecords, type Job } from '@/core/job/job';
import { putOne } from '@/core/job/edits';
import {
  makeTestLaptop,
  makeTestOffice,
  type TestLaptop,
  type TestOffice,
  until,
} from '@/testing/officeForTests';
import { randomHouse } from '@/testing/randomHouse';
import { editJob } from '../editLog';
import { insertJob, loadJob } from '../jobs';
import { asideOf, clashesOf, officeJob, TraineeError, waitingCount } from './outbox';
import { membershipOf } from './membership';

jest.setTimeout(60_000);

const now = '2026-11-20T10:00:00.000Z';
const house = (): Job => {
  const job = randomHouse(3);
  return jobFromRecords([...job.byId.values()].map((r) => (r.type === 'job' ? { ...r, demo: false } : r)));
};
const jobId = house().info.id;

let office: TestOffice;
let laptops: TestLaptop[] = [];

beforeAll(async () => {
  office = await makeTestOffice();
  await office.start();
});
afterAll(() => office.discard());
afterEach(async () => {
  for (const l of laptops) await l.discard();
  laptops = [];
});

async function laptop(name: string, role: 'crew' | 'office' | 'trainee' = 'crew'): Promise<TestLaptop> {
  const made = makeTestLaptop(name);
  laptops.push(made);
  await made.join(await office.code(name, role));
  made.start();
  return made;
}

let n = 0;
/** Writes one field of a record, as a window does. */
function change({ db }: TestLaptop, id: string, fields: object): string {
  const { job, incarnation, revision } = loadJob(db, id);
  const editId = `e-${n++}`;
  const edit = putOne('Change the note', { ...job.info, ...fields });
  editJob(db, id, { id: editId, author: 'w', kind: 'do', of: null, incarnation, revision, edit }, now);
  return editId;
}
const records = ({ db }: TestLaptop, id: string) =>
  [...loadJob(db, id).job.byId.values()].sort((a, b) => a.id.localeCompare(b.id));
const hasJob = ({ db }: TestLaptop, id: string) => officeJob(db, id) !== null;
const isQuiet = (l: TestLaptop) => waitingCount(l.db) === 0;

test('three laptops end alike; a conflict is told with both values; what was not sent survives a stop', async () => {
  const [a, b, c] = [await laptop('A'), await laptop('B'), await laptop('C')];
  insertJob(a.db, house(), now);
  await until('the job is everywhere', () => [b, c].every((l) => hasJob(l, jobId)));
  expect(records(b, jobId)).toEqual(records(a, jobId));

  // two change different fields of one record: both stand
  change(a, jobId, { note: 'from A' });
  change(b, jobId, { planDownMbps: 321 });
  await until('all has arrived', () =>
    laptops.every(
      (l) =>
        loadJob(l.db, jobId).job.info.note === 'from A' && loadJob(l.db, jobId).job.info.planDownMbps === 321,
    ),
  );

  // C is away, and both it and A change one field; C also another
  await c.stop();
  change(c, jobId, { note: 'from C', planUpMbps: 77 });
  expect(waitingCount(c.db)).toBe(1);
  change(a, jobId, { note: 'from A again' });
  await until('the office has it of A', () => isQuiet(a));
  c.start();
  await until('C has sent', () => isQuiet(c) && officeJob(c.db, jobId)?.seq === officeJob(a.db, jobId)?.seq);
  await until('all are alike', () => JSON.stringify(records(b, jobId)) === JSON.stringify(records(c, jobId)));
  expect(records(a, jobId)).toEqual(records(c, jobId));
  expect(loadJob(a.db, jobId).job.info).toMatchObject({ note: 'from A again', planUpMbps: 77 });
  const [clash] = clashesOf(c.db, jobId);
  expect(clash).toMatchObject({ field: 'note', mine: 'from C', theirs: 'from A again' });
  expect(clash?.by).toMatch(/^A, 2026-11-20 10:00/);
  expect([...clashesOf(a.db, jobId), ...clashesOf(b.db, jobId)]).toEqual([]);
});

test('a trainee reads and changes nothing, also where the laptop would let them', async () => {
  const a = await laptop('A2');
  const t = await laptop('T', 'trainee');
  const id = `${jobId}-t`;
  insertJob(a.db, renamed(id), now);
  await until('the trainee has the job', () => hasJob(t, id));
  expect(() => change(t, id, { note: 'mine' })).toThrow(TraineeError);
  // a changed program: the role in its own database is another, the server's is not
  t.db.prepare("UPDATE office SET role = 'crew'").run();
  change(t, id, { note: 'all the same' });
  await until('it is set aside', () => asideOf(t.db, id).length === 1);
  expect(asideOf(t.db, id)[0]?.reason).toBe('a trainee can’t change a job of the firm');
  expect(loadJob(a.db, id).job.info.note).toBe(house().info.note);
  expect(loadJob(t.db, id).job.info.note).toBe(house().info.note);
});

const renamed = (id: string): Job =>
  jobFromRecords([...house().byId.values()].map((r) => (r.type === 'job' ? { ...r, id } : r)));

test('a code counts once; a laptop that is shut out is told, and keeps what waits', async () => {
  const code = await office.code('once');
  const [first, second] = [makeTestLaptop('x'), makeTestLaptop('y')];
  laptops.push(first, second);
  await expect(first.join('nestle-1-abc')).rejects.toThrow('This is no join code');
  await expect(first.join(code)).resolves.toBe('Ladder & Sons');
  await expect(second.join(code)).rejects.toThrow(/taken already/);
  expect(membershipOf(second.db)).toBeNull();
  expect(membershipOf(first.db)).toMatchObject({ laptopName: 'once', role: 'crew' });
});
