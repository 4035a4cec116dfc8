import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, type Edit, EditError, putOne } from './edits';
import { historyOf } from './history';
import { get, type Job, jobFromRecords, withUnit } from './job';
import { withDependants } from './references';

const job = jobFromRecords(quayHouse());
const same = (a: Job, b: Job) => {
  expect(new Set(a.byId.keys())).toEqual(new Set(b.byId.keys()));
  for (const [id, record] of a.byId) expect(b.byId.get(id)).toEqual(record);
};

describe('applyEdit', () => {
  test('any edit and its inverse give the job back', () => {
    const removable = [...job.byId.values()].filter((r) =>
      ['spot', 'unit', 'wall', 'room', 'reading'].includes(r.type),
    );
    fc.assert(
      fc.property(
        fc.subarray(removable, { maxLength: 4 }),
        fc.subarray([...job.spots], { maxLength: 4 }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (gone, moved, by) => {
          const remove = withDependants(
            job,
            gone.map((r) => r.id),
          );
          const put = moved.filter((s) => !remove.includes(s.id)).map((s) => ({ ...s, xM: s.xM + by }));
          const { job: next, inverse } = applyEdit(job, { label: 'x', put, remove });
          expect(next.byId.size).toBe(job.byId.size - remove.length);
          same(applyEdit(next, inverse).job, job);
        },
      ),
      { numRuns: 40 },
    );
  });

  const spot = get(job, 'spot', 'spot-1');
  const wall = get(job, 'wall', 'ground-w-1');
  test.each<[string, Edit, RegExp]>([
    [
      'an unknown id',
      { label: 'x', put: [], remove: ['nobody'] },
      /remove\.0: there is no record with the id nobody/,
    ],
    ['the job itself', { label: 'x', put: [], remove: ['quay-house'] }, /cannot be removed/],
    [
      'another type under a known id',
      putOne('x', { ...spot, id: wall.id }),
      /put\.0\.type: ground-w-1 is a wall/,
    ],
    [
      'an unknown reference',
      putOne('x', { ...spot, roomId: 'moon' }),
      /spot\.spot-1\.roomId: there is no room with the id moon/,
    ],
    ['a wall that doors stand in', { label: 'x', put: [], remove: [wall.id] }, /wallId: there is no wall/],
    [
      'an opening beyond its wall',
      putOne('x', { ...get(job, 'opening', 'ground-w-1-o-1'), offsetM: 14 }),
      /does not fit/,
    ],
  ])('%s is refused and changes nothing', (_name, edit, message) => {
    const before = new Map(job.byId);
    expect(() => applyEdit(job, edit)).toThrow(EditError);
    expect(() => applyEdit(job, edit)).toThrow(message);
    expect(job.byId).toEqual(before);
  });

  test('units may not feed each other in a circle', () => {
    const link = get(job, 'link', 'link-unit-b');
    const back = { ...link, id: 'link-back', unitId: 'unit-a', fromUnitId: 'unit-b' };
    expect(() => applyEdit(job, putOne('x', back))).toThrow(/in a loop/);
  });
});

test('historyOf replays the log into two stacks; a new edit clears redo', () => {
  const log = (...kinds: ('do' | 'undo' | 'redo')[]) =>
    kinds.map((kind, i) => ({ kind, id: `${i + 1}`, of: null, label: `${i + 1}` }));
  const ids = (steps: { id: string }[]) => steps.map((s) => Number(s.id));
  const h = historyOf(log('do', 'do', 'undo'));
  expect([ids(h.undo), ids(h.redo)]).toEqual([[1], [2]]);
  const redone = historyOf(log('do', 'do', 'undo', 'redo'));
  expect([ids(redone.undo), ids(redone.redo)]).toEqual([[1, 2], []]);
  const cleared = historyOf(log('do', 'undo', 'do'));
  expect([ids(cleared.undo), ids(cleared.redo)]).toEqual([[3], []]);
});

test('historyOf takes back the edit that is named, not the newest', () => {
  const entry = (id: string, kind: 'do' | 'undo', of: string | null = null) => ({ id, kind, of, label: id });
  const { undo, redo } = historyOf([entry('a', 'do'), entry('b', 'do'), entry('c', 'undo', 'a')]);
  expect([undo.map((e) => e.id), redo.map((e) => e.id)]).toEqual([['b'], ['a']]);
  expect(historyOf([entry('a', 'do'), entry('b', 'undo', 'gone')]).undo.map((e) => e.id)).toEqual(['a']);
});

test('a job with one unit changed is the job built anew with it, and shares all else', () => {
  const [unit] = job.units;
  if (!unit) throw new Error('no unit');
  const moved = { ...unit, xM: unit.xM + 1.25 };
  const next = withUnit(job, moved);
  expect(next).toEqual(jobFromRecords([...job.byId.values()].map((r) => (r.id === unit.id ? moved : r))));
  expect(next.walls).toBe(job.walls);
  expect(get(job, 'unit', unit.id)).toBe(unit);
});
