import { smallHouse } from '@/testing/smallHouse';
import { applyEdit, type Edit, EditError, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeSpot, makeWall } from '../survey/place';
import {
  adopted,
  caughtUp,
  chosen,
  commit,
  confirmed,
  editOf,
  leftOut,
  type Logged,
  mostUndo,
  openSync,
  refused,
  renewed,
  retried,
  stepBack,
  type Sync,
} from './sync';

const edited = (made: ReturnType<typeof makeSpot>, job: Job): Job => {
  if (!made.ok) throw new Error(made.why);
  return applyEdit(job, made.edit).job;
};
const bare = smallHouse();
const one = edited(makeSpot(bare, 'storey-0', [2, 2]), bare);
const start = edited(makeSpot(one, 'storey-0', [3, 3]), one);
const stored = { job: start, incarnation: 'life-1', revision: 10, savedAt: '2026-11-20T09:00:00.000Z' };
const opened = openSync(stored);
const spot = (job: Job, id = 'spot-1') => get(job, 'spot', id);
const change = (job: Job, part: object, id = 'spot-1', label = 'x'): Edit =>
  putOne(label, { ...spot(job, id), ...part });
const log = (revision: number, edit: Edit, id: string | null = null, author = 'phone'): Logged => ({
  id,
  revision,
  author,
  edit,
});
const later = '2026-11-20T09:05:00.000Z';
const caught = (sync: Sync, ...edits: Logged[]): Sync => {
  const next = caughtUp(sync, edits, later);
  if (!next) throw new Error('not caught up');
  return next;
};

test('opened: nothing waits, nothing can be undone', () =>
  expect(opened).toMatchObject({
    queue: [],
    aside: [],
    clashes: [],
    undo: [],
    redo: [],
    base: start,
    job: start,
  }));

describe('own steps', () => {
  const named = commit(opened, 'a', change(start, { name: 'Desk' }, 'spot-1', 'Name it'));
  const moved = commit(named, 'b', change(named.job, { xM: 2.5 }));

  test('are shown at once and wait in the order they were made', () => {
    expect(spot(moved.job)).toMatchObject({ name: 'Desk', xM: 2.5 });
    expect(moved.queue.map((s) => [s.id, s.kind, s.of])).toEqual([
      ['a', 'do', null],
      ['b', 'do', null],
    ]);
    expect(moved.base).toBe(start);
    expect(applyEdit(start, editOf(named.queue[0] as (typeof named.queue)[0])).job.byId).toEqual(
      named.job.byId,
    );
  });

  test('one that does not hold changes nothing', () => {
    const wrong = { ...spot(start), roomId: 'nowhere' };
    expect(() => commit(opened, 'x', putOne('x', wrong))).toThrow(EditError);
  });

  test('confirmed in order, each on the revision before; anything else asks to catch up', () => {
    const first = confirmed(moved, 'a', { revision: 11, savedAt: later });
    expect(first).toMatchObject({ revision: 11, savedAt: later });
    expect(first?.queue.map((s) => s.id)).toEqual(['b']);
    expect(spot(first?.base ?? start)).toMatchObject({ name: 'Desk', xM: 2 });
    const both = first && confirmed(first, 'b', { revision: 12, savedAt: later });
    expect(both?.base).toBe(both?.job);
    expect(confirmed(moved, 'b', { revision: 11, savedAt: later })).toBeNull();
    expect(confirmed(moved, 'a', { revision: 12, savedAt: later })).toBeNull();
    expect(confirmed(moved, 'a', { revision: 10, savedAt: later })).toBeNull();
    expect(confirmed(opened, 'a', { revision: 11, savedAt: later })).toBeNull();
  });

  test('undo takes back the newest, redo does it again, a new step forgets what could be redone', () => {
    const back = stepBack(moved, 'undo', 'c');
    expect([back?.label, back?.left]).toEqual(['x', 0]);
    expect(spot(back?.sync.job ?? start)).toMatchObject({ name: 'Desk', xM: 2 });
    expect(back?.sync.queue.at(-1)).toMatchObject({ id: 'c', kind: 'undo', of: 'b' });
    const again = back && stepBack(back.sync, 'redo', 'd');
    expect(spot(again?.sync.job ?? start).xM).toBe(2.5);
    expect(again?.sync.queue.at(-1)).toMatchObject({ kind: 'redo', of: 'b' });
    expect([again?.sync.undo.length, again?.sync.redo.length]).toEqual([2, 0]);
    const other = back && commit(back.sync, 'e', change(back.sync.job, { yM: 2.2 }));
    expect(other?.redo).toEqual([]);
    expect(stepBack(opened, 'undo', 'c')).toBeNull();
    expect(stepBack(moved, 'redo', 'c')).toBeNull();
  });

  test('undo of what others changed since leaves theirs, and counts it', () => {
    const theirs = caught(moved, log(11, change(start, { heightM: 2 })));
    const back = stepBack(theirs, 'undo', 'c');
    expect([back?.left, spot(back?.sync.job ?? start).heightM]).toEqual([0, 2]);
    // the server has both own steps, and then someone else moves the spot
    const sent = caught(
      moved,
      log(11, editOf(moved.queue[0] as (typeof moved.queue)[0]), 'a', 'me'),
      log(12, editOf(moved.queue[1] as (typeof moved.queue)[0]), 'b', 'me'),
      log(13, change(moved.job, { xM: 4 })),
    );
    const left = stepBack(sent, 'undo', 'c');
    expect([left?.left, spot(left?.sync.job ?? start).xM]).toEqual([1, 4]);
  });

  test('steps that the window does not hold are undone by what the server says', () => {
    const known = {
      ...opened,
      job: named.job,
      base: named.job,
      undo: [{ id: 'a', label: 'Name it', changes: null }],
    };
    expect(stepBack(known, 'undo', 'c')).toBeNull();
    const back = stepBack(known, 'undo', 'c', named.queue[0]?.changes ?? []);
    expect(spot(back?.sync.job ?? start).name).toBe('New spot');
  });

  test('the oldest steps fall out of reach', () => {
    let sync = opened;
    for (let i = 0; i <= mostUndo; i++) sync = commit(sync, `s${i}`, change(sync.job, { name: `Spot ${i}` }));
    expect(sync.undo).toHaveLength(mostUndo);
    expect(sync.undo[0]?.id).toBe('s1');
    expect(sync.queue).toHaveLength(mostUndo + 1);
  });

  test('undo of a wall takes back the room that it made', () => {
    const made = makeWall(start, 'storey-0', [4, 0.05], [4, 6.95], 'asm-stud');
    if (!made.ok) throw new Error(made.why);
    const parted = commit(opened, 'w', made.edit);
    expect(parted.job.rooms.length).toBe(start.rooms.length + 1);
    const back = stepBack(parted, 'undo', 'u');
    expect(back?.sync.job.byId).toEqual(start.byId);
  });
});

describe('what others did', () => {
  const mine = commit(opened, 'a', change(start, { name: 'Desk' }));

  test('comes under what waits here; other fields and records stay both', () => {
    const both = caught(
      mine,
      log(11, change(start, { xM: 5 })),
      log(12, change(start, { name: 'Sofa' }, 'spot-2')),
    );
    expect(spot(both.job)).toMatchObject({ name: 'Desk', xM: 5 });
    expect(spot(both.job, 'spot-2').name).toBe('Sofa');
    expect(spot(both.base).name).toBe('New spot');
    expect(both).toMatchObject({ revision: 12, savedAt: later, clashes: [] });
    expect(both.queue.map((s) => s.id)).toEqual(['a']);
  });

  test('one’s own step whose answer was lost is not done twice', () => {
    const back = caught(mine, log(11, editOf(mine.queue[0] as (typeof mine.queue)[0]), 'a', 'me'));
    expect(back.queue).toEqual([]);
    expect(back.undo.map((s) => s.id)).toEqual(['a']);
    expect(spot(back.job).name).toBe('Desk');
  });

  test('a gap in the numbers, or an edit that does not fit: the whole job is asked for', () => {
    expect(caughtUp(mine, [log(12, change(start, { xM: 5 }))], later)).toBeNull();
    expect(caughtUp(mine, [log(11, putOne('x', { ...spot(start), roomId: 'nowhere' }))], later)).toBeNull();
  });

  test('the same field in two values: theirs stands, and a person chooses', () => {
    const clash = caught(mine, log(11, change(start, { name: 'Sofa' }), null, 'phone-7'));
    expect(spot(clash.job).name).toBe('Sofa');
    expect(clash.clashes).toMatchObject([
      { field: 'name', mine: 'Desk', theirs: 'Sofa', by: 'phone-7', label: 'x' },
    ]);
    expect(clash.queue).toEqual([]);
    const id = clash.clashes[0]?.id ?? '';
    expect(chosen(clash, id, 'theirs', 'n')).toMatchObject({ clashes: [], queue: [] });
    const own = chosen(clash, id, 'mine', 'n');
    expect([spot(own.job).name, own.queue.map((s) => s.id), own.clashes]).toEqual(['Desk', ['n'], []]);
    expect(chosen(clash, 'none', 'mine', 'n')).toBe(clash);
  });

  test('removed there, changed here: one’s own brings it back whole', () => {
    const gone = caught(mine, log(11, { label: 'x', put: [], remove: ['spot-1'] }));
    expect(gone.job.byId.has('spot-1')).toBe(false);
    const [clash] = gone.clashes;
    const own = chosen(gone, clash?.id ?? '', 'mine', 'n');
    expect(own.job.byId.get('spot-1')).toMatchObject({ name: 'Desk' });
  });

  test('what no longer holds is set aside with its reason; what follows goes on', () => {
    const two = commit(mine, 'b', change(mine.job, { name: 'Bed' }, 'spot-2'));
    const third = edited(makeSpot(start, 'storey-0', [5, 5]), start);
    const reading = commit(two, 'c', {
      label: 'Measured',
      put: [{ ...spot(third, 'spot-3'), roomId: 'storey-0-room' }],
      remove: [],
    });
    const back = caught(reading, log(11, { label: 'x', put: [], remove: ['spot-2'] }));
    expect(spot(back.job).name).toBe('Desk');
    expect(back.job.byId.has('spot-3')).toBe(true);
    expect(back.job.byId.has('spot-2')).toBe(false);
  });

  test('a job fetched whole: what it holds already is not sent again', () => {
    const after = applyEdit(start, change(start, { name: 'Desk', heightM: 2 })).job;
    const fresh = { job: after, incarnation: 'life-2', revision: 3, savedAt: later };
    const known = renewed(mine, fresh, new Set(['a']));
    expect(known).toMatchObject({ incarnation: 'life-2', revision: 3, savedAt: later, queue: [] });
    // not known by its id, but it is there all the same: nothing is left of it
    expect(renewed(mine, fresh, new Set()).queue).toEqual([]);
    const other = { ...fresh, job: start };
    expect(renewed(mine, other, new Set()).queue.map((s) => s.id)).toEqual(['a']);
  });
});

describe('refused', () => {
  const mine = commit(opened, 'a', change(start, { name: 'Desk' }));
  const two = commit(mine, 'b', change(mine.job, { xM: 4 }));

  test('it is set aside with the reason; the others go on', () => {
    const off = refused(two, 'a', 'no');
    expect(off.aside).toMatchObject([{ id: 'a', reason: 'no' }]);
    expect(off.queue.map((s) => s.id)).toEqual(['b']);
    expect(spot(off.job)).toMatchObject({ name: 'New spot', xM: 4 });
    expect(off.undo.map((s) => s.id)).toEqual(['b']);
    expect(refused(two, 'none', 'no')).toBe(two);
  });

  test('tried again under a new id, or left out', () => {
    const off = refused(two, 'a', 'no');
    const again = retried(off, 'a', 'r');
    expect([again.aside, again.queue.map((s) => s.id), spot(again.job).name]).toEqual([
      [],
      ['b', 'r'],
      'Desk',
    ]);
    expect(leftOut(off, 'a').aside).toEqual([]);
    expect(leftOut(off, 'other').aside).toHaveLength(1);
    expect(retried(off, 'none', 'r')).toBe(off);
  });

  test('what another window left unsent is taken over once, after one’s own', () => {
    const heir = commit(opened, 'h', change(start, { heightM: 2 }));
    const left = { queue: two.queue, aside: [], clashes: [] };
    const both = adopted(heir, left, new Set());
    expect(both.queue.map((s) => s.id)).toEqual(['h', 'a', 'b']);
    expect(spot(both.job)).toMatchObject({ name: 'Desk', xM: 4, heightM: 2 });
    expect(both.undo.map((s) => s.id)).toEqual(['h', 'a', 'b']);
    expect(adopted(both, left, new Set()).queue).toHaveLength(3);
    expect(adopted(heir, left, new Set(['a'])).queue.map((s) => s.id)).toEqual(['h', 'b']);
    const off = refused(two, 'a', 'no');
    expect(adopted(heir, off, new Set()).aside).toHaveLength(1);
    expect(adopted(off, off, new Set()).aside).toHaveLength(1);
  });
});
