import { createStore } from 'zustand/vanilla';
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, type Edit } from '@/core/job/edits';
import { get, type Job, jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Point } from '@/core/job/records';
import { placeUnit } from '@/core/design/placeUnit';
import type { JobState } from '@/client/store/jobStore';
import { toolChoice } from '@/testing/toolChoice';
import { takeUp } from './drags';
import { type Hand, nothingShown, type Shown, snapped, toCentimetres, wallNear } from './hand';
import { tools } from './tools';

const house = jobFromRecords(quayHouse());

/** A window without a server: edits are applied at once and kept in order. */
function windowOn(job: Job, part: Partial<JobState> = {}) {
  const edits: Edit[] = [];
  const store = createStore<JobState>()(
    (set, get) =>
      ({
        job,
        storeyId: 'ground',
        tool: 'select',
        kitId: null,
        selectedId: null,
        draft: null,
        dragged: null,
        dropStoreyId: null,
        cut: null,
        compute: null,
        wallAssemblyId: null,
        choice: toolChoice,
        set,
        commit: (edit: Edit) => {
          edits.push(edit);
          set({ job: applyEdit(get().job, edit).job });
          return true;
        },
        ...part,
      }) as unknown as JobState,
  );
  let shown: Shown = nothingShown;
  const hand = (at: Point, id: string | null = null): Hand => ({
    store,
    at,
    reachM: 0.1,
    idUnder: () => id,
    shown,
    show: (more) => (shown = { ...shown, ...more }),
  });
  return { store, edits, hand, shown: () => shown };
}

describe('the hand', () => {
  test('a place in centimetres, and drawn to what is near', () => {
    expect(toCentimetres([1.2345, -0.006])).toEqual([1.23, -0.01]);
    const wall = house.walls.find((w) => w.storeyId === 'ground');
    if (!wall) throw new Error('no wall');
    const { hand } = windowOn(house);
    expect(snapped(hand([wall.ax + 0.04, wall.ay]))).toEqual([wall.ax, wall.ay]);
  });

  test('a thin wall counts from a little way off, its body always', () => {
    const wall = house.walls.find(
      (w) => w.storeyId === 'ground' && w.assemblyId === 'asm-lath' && w.ax === w.bx,
    );
    if (!wall) throw new Error('no wall');
    const half = (house.assemblies.find((a) => a.id === 'asm-lath')?.thicknessM ?? 0) / 2;
    const beside = (by: number): Point => [wall.ax + half + by, (wall.ay + wall.by) / 2];
    expect(wallNear(house, 'ground', beside(0.09), 0.1)).toBe(wall.id);
    expect(wallNear(house, 'ground', beside(0.11), 0.1)).toBeNull();
    expect(wallNear(house, 'ground', beside(-half), 0.01)).toBe(wall.id);
    expect(wallNear(house, 'moon', beside(0), 9)).toBeNull();
  });
});

/** What puts things down is fetched first. */
const put = () => new Promise((done) => setTimeout(done, 50));

describe('tools of one click', () => {
  test('a spot is put down, selected and to be named; the tool stays in hand for the next', async () => {
    const { store, edits, hand } = windowOn(house, { tool: 'spot' });
    tools.spot.down(hand([3, 6]));
    await put();
    expect(edits).toHaveLength(1);
    const { selectedId, tool, job } = store.getState();
    expect(get(job, 'spot', selectedId ?? '')).toMatchObject({ xM: 3, yM: 6, storeyId: 'ground' });
    expect(tool).toBe('spot');
    expect(store.getState().naming).toBe(selectedId);
  });

  test('a socket stays in hand for the next', async () => {
    const { store, edits, hand } = windowOn(house, { tool: 'socket' });
    tools.socket.down(hand([3, 6]));
    tools.socket.down(hand([6, 6]));
    await put();
    expect(edits).toHaveLength(2);
    expect(store.getState().tool).toBe('socket');
  });

  test('an opening where no wall is changes nothing', async () => {
    const { edits, hand } = windowOn(house, { tool: 'opening' });
    tools.opening.down(hand([3, 6], null));
    await put();
    expect(edits).toEqual([]);
  });

  test('a unit placed before the worker knows the last one is asked for again, not dropped', async () => {
    // the worker answers twice for the house without C, then for the one that has it
    const known: Job[] = [];
    const compute = {
      placeUnit: (kitId: string, at: { storeyId: string; xM: number; yM: number }) => {
        const job = known.length++ < 2 ? house : store.getState().job;
        return Promise.resolve(placeUnit(job, get(house, 'kit', kitId), at));
      },
    };
    const first = placeUnit(house, get(house, 'kit', 'kit-switch-8'), { storeyId: 'ground', xM: 9, yM: 2 });
    const made = windowOn(applyEdit(house, first.edit).job, {
      tool: 'unit',
      kitId: 'kit-access-point',
      compute: compute as unknown as JobState['compute'],
    });
    const { store, edits, hand } = made;
    tools.unit.down(hand([3, 6]));
    for (let i = 0; i < 100 && edits.length === 0; i++) await new Promise((done) => setTimeout(done, 20));
    expect(edits).toHaveLength(1);
    expect(store.getState().job.units.map((u) => u.letter)).toEqual(expect.arrayContaining(['C', 'D']));
    expect(known).toHaveLength(3);
  });

  test('a unit without a product chosen is not placed, and the tool is put away', () => {
    const { store, edits, hand } = windowOn(house, { tool: 'unit' });
    tools.unit.down(hand([3, 6]));
    expect([edits.length, store.getState().tool]).toEqual([0, 'select']);
  });
});

describe('tools of two clicks', () => {
  test('a measure goes from click to click, follows between, and stays to be read', () => {
    const { edits, hand, shown } = windowOn(house, { tool: 'measure' });
    tools.measure.down(hand([3, 5.98]));
    expect(shown().ghost).toMatchObject({ kind: 'measure', a: [3, 6], b: [3, 6] });
    tools.measure.move?.(hand([4.02, 6.01]));
    expect(shown().ghost).toMatchObject({ a: [3, 6], b: [4, 6] });
    tools.measure.down(hand([4.5, 6]));
    expect(shown().ghost).toMatchObject({ b: [4.5, 6], done: true });
    // it is read now: the pointer moves on without it, a click begins another
    tools.measure.move?.(hand([8, 8]));
    expect(shown().ghost).toMatchObject({ b: [4.5, 6] });
    tools.measure.down(hand([5.5, 6]));
    expect(shown().ghost).toMatchObject({ a: [5.5, 6], b: [5.5, 6] });
    expect(edits).toEqual([]);
  });

  test('a room is made of two corners', () => {
    const bare = jobFromRecords([...house.byId.values()]);
    const { store, edits, hand, shown } = windowOn(bare, { tool: 'room', storeyId: 'ground' });
    tools.room.down(hand([20, 20]));
    tools.room.down(hand([24, 23]));
    expect(shown().ghost).toBeNull();
    expect(store.getState().tool).toBe('select');
    expect(edits.length).toBeLessThanOrEqual(1);
  });

  test('a cut is a line of the house, at the height of a table, and no edit', () => {
    const { store, edits, hand } = windowOn(house, { tool: 'cut' });
    tools.cut.down(hand([1.004, 2]));
    tools.cut.down(hand([5, 6.006]));
    expect(store.getState()).toMatchObject({
      tool: 'select',
      cut: {
        kind: 'line',
        a: { storeyId: 'ground', xM: 1, yM: 2, heightM: 1 },
        b: { storeyId: 'ground', xM: 5, yM: 6.01, heightM: 1 },
      },
    });
    expect(edits).toEqual([]);
  });
});

describe('tools of many clicks', () => {
  test('a route grows by a corner a click and is made when it is ended', async () => {
    const { edits, hand, shown, store } = windowOn(house, { tool: 'route' });
    for (const at of [
      [1, 1],
      [4, 1],
      [4, 3],
    ] as Point[])
      tools.route.down(hand(at));
    tools.route.move?.(hand([5, 5]));
    expect(shown().ghost).toMatchObject({
      kind: 'route',
      points: [
        [1, 1],
        [4, 1],
        [4, 3],
      ],
      b: [5, 5],
    });
    tools.route.end?.(hand([5, 5]));
    expect(shown().ghost).toBeNull();
    await put();
    expect(edits).toHaveLength(1);
    const [record] = edits[0]?.put ?? [];
    expect(record).toMatchObject({ type: 'route', kind: 'duct' });
    expect(store.getState().selectedId).toBe(record?.id);
  });

  test('ended before it was begun it does nothing', () => {
    const { edits, hand } = windowOn(house, { tool: 'route' });
    tools.route.end?.(hand([5, 5]));
    expect(edits).toEqual([]);
  });
});

describe('the wall tool', () => {
  const free = jobFromRecords([...house.byId.values()]);

  test('the first click begins a chain, a move draws it, the second places a wall and goes on from its end', () => {
    const { store, edits, hand } = windowOn(free, { tool: 'wall', storeyId: 'ground' });
    tools.wall.down(hand([2, 6]));
    expect(store.getState().draft?.from).toEqual([2, 6]);
    tools.wall.move?.(hand([3.02, 6.02]));
    expect(store.getState().draft?.snap).toMatchObject({ x: 3, y: 6, square: true });
    tools.wall.down(hand([3.02, 6.02]));
    expect(edits).toHaveLength(1);
    const wall = edits[0]?.put.find((r: AnyRecord) => r.type === 'wall');
    expect(wall).toMatchObject({ ax: 2, ay: 6, by: 6 });
    expect(store.getState().draft).toMatchObject({ typed: '', beforeDeg: 0 });
  });
});

describe('what a press takes up', () => {
  const take = (stage: Parameters<typeof takeUp>[1], id: string | null, part: Partial<JobState> = {}) => {
    const made = windowOn(house, part);
    return { ...made, drag: takeUp(made.hand([0, 0]), stage, id, null) };
  };
  const wallId = house.walls.find((w) => w.storeyId === 'ground')?.id ?? '';

  test('the sheet itself where nothing is, or nothing that moves', () => {
    expect(take('survey', null).drag).toBeNull();
    expect(take('survey', house.rooms[0]?.id ?? '').drag).toBeNull();
    expect(take('plan', wallId).drag).toBeNull();
  });

  test('a wall only once it is selected: a first press selects it', () => {
    expect(take('survey', wallId).drag).toBeNull();
    expect(take('survey', wallId, { selectedId: wallId }).drag?.id).toBe(wallId);
  });

  test('a unit on the storey shown, but not before the work', () => {
    const unit = house.units.find((u) => u.storeyId === 'ground');
    expect(take('plan', unit?.id ?? '').drag).toMatchObject({ id: unit?.id, raw: true });
    expect(take('before', unit?.id ?? '').drag).toBeNull();
    expect(take('plan', unit?.id ?? '', { storeyId: 'attic' }).drag).toBeNull();
  });

  test('a spot goes along to the centimetre, and is one step when it is dropped', () => {
    const { drag, hand, edits, shown, store } = take('survey', 'spot-5');
    const spot = get(house, 'spot', 'spot-5');
    drag?.move(hand([0, 0]), [0.126, -0.2], { clientX: 0, clientY: 0 }, null);
    expect(shown().movedSpot?.xM).toBeCloseTo(Math.round((spot.xM + 0.126) * 100) / 100, 9);
    expect(store.getState().job).toBe(house);
    drag?.drop(hand([0, 0]));
    expect(edits.map((e) => e.label)).toEqual([`Move spot ${spot.number}`]);
    expect(shown().movedSpot).toBeNull();
    expect(get(store.getState().job, 'spot', 'spot-5').yM).toBeCloseTo(spot.yM - 0.2, 9);
  });

  test('dropped without a move it changes nothing', () => {
    const { drag, hand, edits } = take('survey', 'spot-5');
    drag?.drop(hand([0, 0]));
    expect(edits).toEqual([]);
  });

  test('a wall is drawn at its new place while it is held, and moved when it is let go', () => {
    const wall = house.walls.find(
      (w) => w.storeyId === 'ground' && w.assemblyId === 'asm-lath' && w.ax === w.bx,
    );
    const { drag, hand, edits, shown } = take('survey', wall?.id ?? '', { selectedId: wall?.id ?? null });
    drag?.move(hand([0, 0]), [0.2, 0], { clientX: 0, clientY: 0 }, null);
    expect(shown().preview.some((r) => r.id === wall?.id)).toBe(true);
    drag?.drop(hand([0, 0]));
    expect(shown().preview).toEqual([]);
    expect(edits).toHaveLength(1);
  });
});
