import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord } from '../job/records';
import { adjusted, adjustEdit, adjustStorey, slipLimit, tapeSpreadM } from './adjust';
import { mergeEdits } from './mergeEdits';

// its own taped lengths are taken away: each test tapes what it needs
const shell = jobFromRecords([...smallHouse().byId.values()].filter((r) => r.type !== 'tape'));
const storeyId = shell.storeys[0]?.id ?? '';
const put = (job: Job, ...records: AnyRecord[]) =>
  applyEdit(job, { label: 'x', put: records, remove: [] }).job;
const wall = (id: string, x: number) =>
  makeRecord({ type: 'wall', id, storeyId, ax: x, ay: 0.05, bx: x, by: 6.95, assemblyId: 'asm-stud' });
const tape = (id: string, wallAId: string, wallBId: string, lengthM: number) =>
  makeRecord({ type: 'tape', id, storeyId, wallAId, wallBId, lengthM });
const thick = shell.assemblies.find((a) => a.id === 'asm-stud')?.thicknessM ?? 0;
const west = shell.walls.find((w) => w.ax === w.bx && w.ax < 1)?.id ?? '';
const east = shell.walls.find((w) => w.ax === w.bx && w.ax > 1)?.id ?? '';
/** The shell is 9 m over all between outer faces; a partition at 4 m. Clear widths by the drawing. */
const [left, right, whole] = [4 - 1.5 * thick, 5 - 1.5 * thick, 9 - 2 * thick];
const parted = put(shell, wall('p', 4));

test('lengths that agree with the drawing move nothing', () => {
  const taped = put(
    parted,
    tape('t1', west, 'p', left),
    tape('t2', 'p', east, right),
    tape('t3', west, east, whole),
  );
  const { tapes, suspects, sigma0 } = adjustStorey(taped, storeyId);
  for (const t of tapes) expect(t.residualM).toBeCloseTo(0, 6);
  expect(suspects).toEqual([]);
  expect(sigma0).toBeCloseTo(0, 6);
  expect(adjustEdit(taped, storeyId).put).toEqual([]);
});

test('a misclosure is spread by the weights of the lengths, and the parts add up to it', () => {
  const by = 0.02;
  const taped = put(
    parted,
    tape('t1', west, 'p', left),
    tape('t2', 'p', east, right),
    tape('t3', west, east, whole + by),
  );
  const { tapes } = adjustStorey(taped, storeyId);
  const residual = (id: string) => tapes.find((t) => t.tape.id === id)?.residualM ?? NaN;
  // widths grow, the whole shrinks; together they take up what was too much
  expect(residual('t1') + residual('t2') - residual('t3')).toBeCloseTo(by, 5);
  const variance = (m: number) => tapeSpreadM(m) ** 2;
  const sum = variance(left) + variance(right) + variance(whole + by);
  expect(residual('t1')).toBeCloseTo((by * variance(left)) / sum, 4);
  expect(residual('t3')).toBeCloseTo((-by * variance(whole + by)) / sum, 4);
});

test('each length is checked by the others; one alone by nothing', () => {
  const alone = adjustStorey(put(parted, tape('t1', west, 'p', left + 0.3)), storeyId);
  expect(alone.tapes[0]?.redundancy).toBeLessThan(0.01);
  expect(alone.suspects).toEqual([]);
  const three = put(
    parted,
    tape('t1', west, 'p', left),
    tape('t2', 'p', east, right),
    tape('t3', west, east, whole),
  );
  const sum = adjustStorey(three, storeyId).tapes.reduce((s, t) => s + t.redundancy, 0);
  expect(sum).toBeCloseTo(1, 2);
});

test.each([
  [0.9, 0],
  [1.1, 3],
])(
  'a slip of %d times the limit makes %d suspects: three lengths of one line can’t be told apart',
  (times, n) => {
    const sum = [left, right, whole].reduce((s, m) => s + tapeSpreadM(m) ** 2, 0);
    const taped = put(
      parted,
      tape('t1', west, 'p', left),
      tape('t2', 'p', east, right),
      tape('t3', west, east, whole - times * slipLimit * Math.sqrt(sum)),
    );
    expect(adjustStorey(taped, storeyId).suspects).toHaveLength(n);
  },
);

test('with a fourth length the slip is found', () => {
  const taped = put(
    parted,
    wall('q', 6),
    tape('t1', west, 'p', left),
    tape('t2', 'p', 'q', 2 - thick),
    tape('t3', 'q', east, 3 - 1.5 * thick),
    tape('t4', west, east, whole),
    tape('t5', 'p', east, right + 0.1),
  );
  expect(adjustStorey(taped, storeyId).suspects.map((t) => t.tape.id)).toEqual(['t5']);
});

test('walls go where the lengths want them; the outer wall stays, and what ends at them comes along', () => {
  const taped = put(parted, tape('t1', west, 'p', left + 0.1));
  const { walls } = adjustStorey(taped, storeyId);
  const after = (id: string) => walls.find((w) => w.id === id);
  expect(after('p')?.ax).toBeCloseTo(4.1, 3);
  expect(after('p')?.bx).toBeCloseTo(4.1, 3);
  expect(after(west)).toEqual(taped.walls.find((w) => w.id === west));
  expect([after('p')?.ay, after('p')?.by]).toEqual([0.05, 6.95]);
});

test('a length along walls that are not parallel, or of one wall with itself, counts for nothing', () => {
  const north = shell.walls.find((w) => w.ay === w.by)?.id ?? '';
  expect(adjustStorey(put(parted, tape('t', north, 'p', 3)), storeyId).tapes).toEqual([]);
});

test('two edits as one: the later record holds, what is removed at last is not written', () => {
  const first = { label: 'first', put: [wall('p', 4), wall('q', 5)], remove: [west] };
  const second = { label: 'second', put: [wall('p', 4.5)], remove: ['q', 'nobody'] };
  const merged = mergeEdits(shell, first, second);
  expect(merged.label).toBe('first');
  expect(merged.put).toEqual([wall('p', 4.5)]);
  expect(merged.remove).toEqual([west]);
});

test('after an edit the taped lengths of the storey hold again', () => {
  const taped = put(parted, tape('t1', west, 'p', left));
  const moved = taped.walls.find((w) => w.id === 'p');
  if (!moved) throw new Error('no wall');
  const edit = adjusted(taped, { label: 'x', put: [{ ...moved, ax: 4.5, bx: 4.5 }], remove: [] });
  const after = applyEdit(taped, edit).job.walls.find((w) => w.id === 'p');
  expect(after?.ax).toBeCloseTo(4, 3);
});
