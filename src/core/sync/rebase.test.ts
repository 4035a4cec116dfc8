import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, type Edit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import { changesOf, changesOfLogged, editOfChanges, renameChanges, reversed, same } from './changes';
import { rebase } from './rebase';

const job = jobFromRecords(quayHouse());
const spot = (n: number, of: Job = job) => get(of, 'spot', `spot-${n}`);
const after = (edit: Edit, on: Job = job) => applyEdit(on, edit).job;
const sorted = (j: Job) => [...j.byId.values()].sort((a, b) => (a.id < b.id ? -1 : 1));

/** Small edits of one field each: enough to meet on the same record, or not. */
const small = fc
  .record({
    n: fc.integer({ min: 1, max: 6 }),
    field: fc.constantFrom('name', 'heightM', 'xM'),
    v: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ n, field, v }) => ({ n, field, value: field === 'name' ? `name ${v}` : v / 2 }));
const edit = ({ n, field, value }: { n: number; field: string; value: string | number }, on: Job) =>
  putOne('x', { ...spot(n, on), [field]: value });

test('on the state that it was made on, an edit is rebased to itself', () => {
  fc.assert(
    fc.property(small, (one) => {
      const made = edit(one, job);
      const { changes, clashes, renamed } = rebase(job, changesOf(job, made));
      expect(clashes).toEqual([]);
      expect(renamed.size).toBe(0);
      expect(sorted(after(editOfChanges('x', changes)))).toEqual(sorted(after(made)));
    }),
  );
});

test('two edits of different fields come to the same in either order', () => {
  fc.assert(
    fc.property(small, small, (a, b) => {
      fc.pre(a.n !== b.n || a.field !== b.field);
      const [ea, eb] = [edit(a, job), edit(b, job)];
      const onto = (first: Edit, second: Edit) => {
        const base = after(first);
        const { changes, clashes } = rebase(base, changesOf(job, second));
        expect(clashes).toEqual([]);
        return sorted(after(editOfChanges('x', changes), base));
      };
      expect(onto(ea, eb)).toEqual(onto(eb, ea));
    }),
  );
});

test('the same field in two values is a clash with both, and theirs stands; in one value it is none', () => {
  fc.assert(
    fc.property(small, small, (a, b) => {
      fc.pre(a.n === b.n && a.field === b.field);
      const before = Reflect.get(spot(a.n), a.field);
      fc.pre(a.value !== before && b.value !== before);
      const base = after(edit(a, job));
      const { changes, clashes } = rebase(base, changesOf(job, edit(b, job)));
      expect(changes).toEqual([]);
      expect(clashes).toEqual(
        a.value === b.value
          ? []
          : [{ recordId: `spot-${a.n}`, field: a.field, mine: b.value, theirs: a.value }],
      );
    }),
  );
});

test('an edit and its reverse come to nothing', () => {
  fc.assert(
    fc.property(small, (one) => {
      const made = edit(one, job);
      const next = after(made);
      const back = rebase(next, reversed(changesOf(job, made)));
      expect(sorted(after(editOfChanges('back', back.changes), next))).toEqual(sorted(job));
    }),
  );
});

test('changes read from the log are those of the edit', () => {
  const made: Edit = { label: 'x', put: [{ ...spot(1), name: 'New' }], remove: ['spot-2'] };
  const readings = job.readings.filter((r) => r.spotId === 'spot-2').map((r) => r.id);
  const whole = { ...made, remove: [...readings, ...made.remove] };
  const { inverse } = applyEdit(job, whole);
  const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
  expect(changesOfLogged(whole, inverse).sort(byId)).toEqual(changesOf(job, whole).sort(byId));
});

describe('what others removed or made', () => {
  const bare = jobFromRecords([...job.byId.values()].filter((r) => r.type !== 'reading'));

  test('removed there, changed here: a person chooses, nothing comes back by itself', () => {
    const base = after({ label: 'x', put: [], remove: ['spot-1'] }, bare);
    const mine = { ...spot(1, bare), name: 'Mine' };
    const { changes, clashes } = rebase(base, changesOf(bare, putOne('x', mine)));
    expect(changes).toEqual([]);
    expect(clashes).toEqual([{ recordId: 'spot-1', field: null, mine, theirs: null }]);
  });
  test('changed there, removed here: it stays until a person chooses', () => {
    const theirs = { ...spot(1, bare), name: 'Theirs' };
    const base = after(putOne('x', theirs), bare);
    const { changes, clashes } = rebase(base, changesOf(bare, { label: 'x', put: [], remove: ['spot-1'] }));
    expect(changes).toEqual([]);
    expect(clashes).toEqual([{ recordId: 'spot-1', field: null, mine: null, theirs }]);
  });
  test('removed on both sides is removed', () => {
    const remove: Edit = { label: 'x', put: [], remove: ['spot-1'] };
    expect(rebase(after(remove, bare), changesOf(bare, remove))).toMatchObject({ changes: [], clashes: [] });
  });
  test('a unit made on both sides has two letters; a run two numbers', () => {
    const unit = job.units[0];
    if (!unit) throw new Error('no unit');
    const reading = makeRecord({
      type: 'reading',
      id: 'rd',
      spotId: 'spot-1',
      phase: 'after',
      run: 1,
      takenAt: '2026-11-20T10:00:00.000Z',
      deviceId: null,
      connected: false,
      downMbps: null,
      upMbps: null,
      latencyMs: null,
      rssiDbm: null,
      source: 'typed',
    });
    const theirs = { ...unit, id: 'unit-new', letter: 'C', name: 'Theirs' };
    const run = { ...reading, id: 'rd-theirs', run: 90 };
    const base = after(putOne('x', theirs, run));
    const mine = putOne(
      'x',
      { ...unit, id: 'unit-mine', letter: 'C', name: 'Mine' },
      { ...reading, id: 'rd-mine', run: 90 },
    );
    const { changes, clashes } = rebase(base, changesOf(job, mine));
    expect(clashes).toEqual([]);
    const letters = changes.flatMap((c) => (c.after?.type === 'unit' ? [c.after.letter] : []));
    const runs = changes.flatMap((c) => (c.after?.type === 'reading' ? [c.after.run] : []));
    expect(letters).not.toContain('C');
    expect(runs).toEqual([91]);
  });
  test('a cable to one device made on both sides is one cable: where they differ a person chooses', () => {
    const [device] = job.fixedDevices;
    const [a, b] = job.units;
    if (!device || !a || !b) throw new Error('the demo has changed');
    const cable = (id: string, fromUnitId: string) =>
      makeRecord({ type: 'deviceCable', id, deviceId: device.id, fromUnitId, lengthM: 5 });
    const base = after(putOne('x', cable('theirs', a.id)));
    const { changes, clashes } = rebase(base, changesOf(job, putOne('x', cable('mine', b.id))));
    expect(changes).toEqual([]);
    expect(clashes).toEqual([{ recordId: 'theirs', field: 'fromUnitId', mine: b.id, theirs: a.id }]);
  });
  test('what is one by its nature stays one: a step of the runbook, the settings, a rule for a place', () => {
    const settings = (networkName: string, id: string) =>
      makeRecord({
        type: 'netSettings',
        id,
        networkName,
        guestName: '',
        onlyName: '',
        adminHolder: '',
        networkHolder: '',
        updatesOn: true,
        note: '',
      });
    const base = after(putOne('x', settings('Quay', 'settings')));
    const { changes, clashes } = rebase(base, changesOf(job, putOne('x', settings('Harbour', 'settings-2'))));
    expect(changes).toEqual([]);
    expect(clashes).toEqual([
      { recordId: 'settings', field: 'networkName', mine: 'Harbour', theirs: 'Quay' },
    ]);
  });
});

test('ids are renamed wherever a field holds ids, and nowhere else', () => {
  const names = new Map([['spot-1', 'spot-90']]);
  const walk = makeRecord({
    type: 'roamWalk',
    id: 'walk',
    name: 'spot-1',
    phase: 'after',
    takenAt: '2026-11-20T10:00:00.000Z',
    deviceId: null,
    source: 'measured',
    samples: [],
    marks: [{ atS: 1, spotId: 'spot-1' }],
  });
  const [change] = renameChanges([{ id: 'spot-1', before: null, after: walk }], names);
  expect(change?.id).toBe('spot-90');
  expect(change?.after).toMatchObject({ name: 'spot-1', marks: [{ spotId: 'spot-90' }] });
});

test.each<[unknown, unknown, boolean]>([
  [1, 1, true],
  [1, '1', false],
  [null, undefined, false],
  [[1, 2], [1, 2], true],
  [[1, 2], [2, 1], false],
  [{ a: 1, b: [2] }, { b: [2], a: 1 }, true],
  [{ a: 1 }, { a: 1, b: undefined }, false],
  [[], {}, false],
])('are %j and %j the same? %s', (a, b, yes) => expect(same(a, b)).toBe(yes));
