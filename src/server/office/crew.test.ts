/** @jest-environment node */
import { jetstream } from '@nats-io/jetstream';
import { putOne } from '@/core/job/edits';
import { changeInfo, crewHouse, hasJob, infoOf, isQuiet, recordsOf } from '@/testing/crewSteps';
import {
  makeTestLaptop,
  makeTestOffice,
  type TestLaptop,
  type TestOffice,
  until,
} from '@/testing/officeForTests';
import { emptyBin, setBinned } from '../bin';
import { headOf, insertJob } from '../jobs';
import { keepFirm, readFirm, withoutMember } from './firm';
import { membershipOf } from './membership';
import { reload } from './officeProcess';
import { entryOf } from './laptopLog';
import { encode, type Entry } from './messages';
import { jobSubject } from './subjects';
import { asideOf, clashesOf, firstWaiting, officeJob, TraineeError, waitingCount } from './outbox';

jest.setTimeout(150_000);

const now = '2026-11-20T10:00:00.000Z';
const jobId = 'flat';

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

test('three laptops end alike; a conflict is told with both values; what was not sent survives a stop', async () => {
  const [a, b, c] = [await laptop('A'), await laptop('B'), await laptop('C')];
  insertJob(a.db, crewHouse(jobId), now);
  await until('the job is everywhere', () => [b, c].every((l) => hasJob(l, jobId)));
  expect(recordsOf(b, jobId)).toEqual(recordsOf(a, jobId));

  // two change different fields of one record: both stand
  changeInfo(a, jobId, { note: 'from A' });
  changeInfo(b, jobId, { planDownMbps: 321 });
  await until('all has arrived', () =>
    laptops.every((l) => infoOf(l, jobId).note === 'from A' && infoOf(l, jobId).planDownMbps === 321),
  );

  // C is away, and both it and A change one field; C also another
  await c.stop();
  changeInfo(c, jobId, { note: 'from C', planUpMbps: 77 });
  expect(waitingCount(c.db)).toBe(1);
  changeInfo(a, jobId, { note: 'from A again' });
  await until('the office has it of A', () => isQuiet(a));
  c.start();
  await until('C has sent', () => isQuiet(c) && officeJob(c.db, jobId)?.seq === officeJob(a.db, jobId)?.seq);
  await until(
    'all are alike',
    () => JSON.stringify(recordsOf(b, jobId)) === JSON.stringify(recordsOf(c, jobId)),
  );
  expect(recordsOf(a, jobId)).toEqual(recordsOf(c, jobId));
  expect(infoOf(a, jobId)).toMatchObject({ note: 'from A again', planUpMbps: 77 });
  const [clash] = clashesOf(c.db, jobId);
  expect(clash).toMatchObject({ field: 'note', mine: 'from C', theirs: 'from A again' });
  expect(clash?.by).toMatch(/^A, 2026-11-20 10:00/);
  expect([...clashesOf(a.db, jobId), ...clashesOf(b.db, jobId)]).toEqual([]);
});

test('a trainee reads and changes nothing, also where the laptop would let them', async () => {
  const a = await laptop('A2');
  const t = await laptop('T', 'trainee');
  const id = `${jobId}-t`;
  insertJob(a.db, crewHouse(id), now);
  await until('the trainee has the job', () => hasJob(t, id));
  expect(() => changeInfo(t, id, { note: 'mine' })).toThrow(TraineeError);
  // a changed program: the role in its own database is another, the server's is not
  t.db.prepare("UPDATE office SET role = 'crew'").run();
  changeInfo(t, id, { note: 'all the same' });
  await until('it is set aside', () => asideOf(t.db, id).length === 1);
  expect(asideOf(t.db, id)[0]?.reason).toBe('a trainee can’t change a job of the firm');
  expect(infoOf(a, id).note).toBe(crewHouse(id).info.note);
  expect(infoOf(t, id).note).toBe(crewHouse(id).info.note);
});

test('a code counts once; a laptop that is shut out is told, and keeps what waits', async () => {
  const code = await office.code('once');
  const [first, second] = [makeTestLaptop('x'), makeTestLaptop('y')];
  laptops.push(first, second);
  await expect(first.join('nestle-2-abc')).rejects.toThrow('This is no join code');
  await expect(first.join(code)).resolves.toBe('Ladder & Sons');
  await expect(second.join(code)).rejects.toThrow(/taken already/);
  expect(membershipOf(second.db)).toBeNull();
  expect(membershipOf(first.db)).toMatchObject({ laptopName: 'once', role: 'crew' });
});

test('a code that nobody took can be withdrawn', async () => {
  const code = await office.code('lost letter');
  const done = withoutMember(readFirm(office.folder), 'lost letter');
  if (!done) throw new Error('no such code');
  expect(done.wasCode).toBe(true);
  keepFirm(office.folder, done.firm);
  reload(office.folder, 1);
  const finder = makeTestLaptop('finder');
  laptops.push(finder);
  await expect(finder.join(code)).rejects.toThrow(/was withdrawn/);
  expect(membershipOf(finder.db)).toBeNull();
  expect(withoutMember(done.firm, 'lost letter')).toBeNull();
});

test('a job removed for good here and brought back on another laptop is here again, with all that was done since', async () => {
  const [a, b] = [await laptop('A4'), await laptop('B4')];
  const id = `${jobId}-back`;
  insertJob(a.db, crewHouse(id), now);
  await until('B has it', () => hasJob(b, id) && isQuiet(a));
  // out of reach nothing is removed for good: the others would never hear of the bin
  await a.stop();
  setBinned(a.db, id, now);
  expect(emptyBin(a.db, id)).toEqual({ removed: 0, waiting: 1 });
  a.start();
  await until('both have it in the bin', () => isQuiet(a) && headOf(b.db, id).deletedAt !== null);
  expect(emptyBin(a.db, id)).toEqual({ removed: 1, waiting: 0 });
  expect(hasJob(a, id)).toBe(false);

  setBinned(b.db, id, null);
  changeInfo(b, id, { note: 'it goes on' });
  await until('A has it again', () => hasJob(a, id) && infoOf(a, id).note === 'it goes on');
  changeInfo(a, id, { planUpMbps: 78 });
  await until('and works on it', () => isQuiet(a) && infoOf(b, id).planUpMbps === 78);
  expect(recordsOf(a, id)).toEqual(recordsOf(b, id));
});

test('edits of a job that is in the bin elsewhere bring nothing back', async () => {
  const [a, b] = [await laptop('A5'), await laptop('B5')];
  const id = `${jobId}-gone`;
  insertJob(a.db, crewHouse(id), now);
  await until('B has it', () => hasJob(b, id) && isQuiet(a));
  await b.stop();
  changeInfo(b, id, { note: 'made away, before B heard of the bin' });
  setBinned(a.db, id, now);
  await until('the office has the bin', () => isQuiet(a));
  emptyBin(a.db, id);
  b.start();
  await until('B has sent its edit', () => isQuiet(b) && headOf(b.db, id).deletedAt !== null);
  insertJob(b.db, crewHouse(`${id}-2`), now);
  await until('A has heard all that came before', () => hasJob(a, `${id}-2`));
  expect(hasJob(a, id)).toBe(false);
});

test.each([
  ['a laptop that was stopped while it began with the log', 'UPDATE office SET seq = 0', false],
  ['a laptop that passed over entries sees it by the next', 'UPDATE office SET seq = seq + 3', true],
])('%s gets all that is missing', async (_name, skip, needsNext) => {
  const [a, b] = [await laptop('A6'), await laptop('B6')];
  const id = `${jobId}-${needsNext}`;
  insertJob(a.db, crewHouse(id), now);
  await until('B has it', () => hasJob(b, id) && isQuiet(a));
  await b.stop();
  for (const note of ['one', 'two', 'three']) changeInfo(a, id, { note });
  await until('the office has three edits', () => isQuiet(a));
  b.db.prepare(skip).run();
  b.start();
  if (needsNext) {
    await until('B is there', () => b.crew.state().connection === 'with the office');
    expect(infoOf(b, id).note).not.toBe('three');
    changeInfo(a, id, { planUpMbps: 79 });
  }
  await until(
    'B has all',
    () => isQuiet(a) && JSON.stringify(recordsOf(a, id)) === JSON.stringify(recordsOf(b, id)),
  );
  expect(infoOf(b, id).note).toBe('three');
  changeInfo(b, id, { planDownMbps: 333 });
  await until('and is heard', () => isQuiet(b) && infoOf(a, id).planDownMbps === 333);
});

/** What a node that was killed and is back has been seen to do: it takes an entry that was made on an older one. */
async function takenAllTheSame(entry: Entry, id: string): Promise<void> {
  const nc = office.running?.nc;
  if (!nc) throw new Error('the office is away');
  await jetstream(nc).publish(jobSubject(id), encode(entry));
}

test('an entry that the office should have refused counts for nobody; its maker sends it again on what came between', async () => {
  const [a, b] = [await laptop('A7'), await laptop('B7')];
  const id = `${jobId}-taken`;
  insertJob(a.db, crewHouse(id), now);
  await until('B has it', () => hasJob(b, id) && isQuiet(a));
  await a.stop();
  const seqOf = (l: TestLaptop) => officeJob(l.db, id)?.seq ?? 0;
  const before = seqOf(a);
  changeInfo(a, id, { planUpMbps: 81 });
  const step = firstWaiting(a.db, id);
  const me = membershipOf(a.db);
  if (!step || !me) throw new Error('nothing waits');
  changeInfo(b, id, { note: 'between' });
  await until('the office has B’s', () => isQuiet(b) && seqOf(b) > before);
  const made = entryOf(a.db, me, step, before);
  await takenAllTheSame(made, id);
  // one of nobody’s, made on the same old entry
  const [spot] = crewHouse(id).spots;
  if (!spot) throw new Error('no spot');
  const strayEdit = putOne('Stray', { ...spot, name: 'Stray' });
  await takenAllTheSame({ ...made, kind: 'edit', id: 'stray', edit: strayEdit }, id);
  await until('B has seen both', () => seqOf(b) === before + 3);
  expect(infoOf(b, id)).toMatchObject({ note: 'between', planUpMbps: crewHouse(id).info.planUpMbps });

  a.start();
  await until('A has sent it again', () => isQuiet(a) && infoOf(b, id).planUpMbps === 81);
  expect(infoOf(a, id)).toMatchObject({ note: 'between', planUpMbps: 81 });
  expect(recordsOf(a, id)).toEqual(recordsOf(b, id));
  expect(JSON.stringify(recordsOf(a, id))).not.toContain('Stray');
  expect([...clashesOf(a.db, id), ...clashesOf(b.db, id)]).toEqual([]);
  // who joins later passes over them too
  const c = await laptop('C7');
  await until('C has it', () => hasJob(c, id) && infoOf(c, id).planUpMbps === 81);
  expect(recordsOf(c, id)).toEqual(recordsOf(a, id));
});
