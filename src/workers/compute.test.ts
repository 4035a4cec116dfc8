import { demos } from '@/testing/demoJobs';
import { get } from '@/core/job/job';
import { makeCompute } from './compute';
import { layerLevels } from './protocol';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const records = [...job.byId.values()];
const ask = {
  storeyId: 'ground',
  scenario: 'planned',
  layer: 'headroom',
  band: '5',
  moved: null,
  shortBefore: true,
  quality: 'fine',
  network: true,
} as const;

test('every room of the storey gets its bands, nested from low to high', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const answer = compute.field(ask);
  expect(answer.rooms.map((r) => r.roomId).sort()).toEqual(
    job.rooms
      .filter((r) => r.storeyId === 'ground')
      .map((r) => r.id)
      .sort(),
  );
  for (const room of answer.rooms) {
    expect(room.bands.map((b) => b.level)).toEqual(layerLevels.headroom);
    for (const band of room.bands) expect(band.points.every(Number.isFinite)).toBe(true);
  }
  expect(answer.network?.predictions).toHaveLength(job.spots.length);
});

test('a moved unit answers as if it had been stored there, and leaves the stored one alone', () => {
  const unit = { ...get(job, 'unit', 'unit-b'), xM: 6, yM: 2 };
  const compute = makeCompute();
  compute.setJob(records);
  const before = compute.field({ ...ask, storeyId: 'loft-ground' });
  const dragged = compute.field({ ...ask, storeyId: 'loft-ground', moved: unit });
  const stored = makeCompute();
  stored.setJob(records.map((r) => (r.id === unit.id ? unit : r)));
  const fresh = stored.field({ ...ask, storeyId: 'loft-ground' });
  expect(dragged.rooms).toEqual(fresh.rooms);
  expect(dragged.network?.predictions).toEqual(fresh.network?.predictions);
  expect(compute.field({ ...ask, storeyId: 'loft-ground' }).rooms).toEqual(before.rooms);
});

test('steps done for practice change no answer, and there are none where no unit stands', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const coarse = { ...ask, quality: 'coarse' } as const;
  const [fineBefore, coarseBefore] = [compute.field(ask), compute.field(coarse)];
  for (let turn = 0; turn < 5; turn++) expect(compute.rehearse('ground', 'planned', turn)).toBe(true);
  expect(compute.field(ask).rooms).toEqual(fineBefore.rooms);
  const after = compute.field(coarse);
  expect(after.network?.predictions).toEqual(coarseBefore.network?.predictions);
  expect(after.rooms.map((r) => r.bands.map((b) => b.whole))).toEqual(
    coarseBefore.rooms.map((r) => r.bands.map((b) => b.whole)),
  );
  expect(compute.rehearse('attic', 'planned', 0)).toBe(false);
});

test('where a drag does not keep up it is drawn on a rougher grid, and as finely as ever once it rests', () => {
  const unit = get(job, 'unit', 'unit-a');
  /** A clock by which each answer takes so long, ms. */
  const clock = (ms: number) => {
    let calls = 0;
    return () => Math.floor(++calls / 2) * ms;
  };
  const answersOf = (ms: number) => {
    const compute = makeCompute(clock(ms));
    compute.setJob(records);
    const at = (i: number, network: boolean) =>
      compute.field({ ...ask, quality: 'coarse', network, moved: { ...unit, xM: unit.xM + i / 50 } });
    for (let i = 0; i < 30; i++) at(i, false);
    return { moving: at(10, false).rooms, rested: at(10, true).rooms };
  };
  const [quick, slow] = [answersOf(1), answersOf(9)];
  const lattice = ({ moving }: typeof quick) =>
    new Set(moving.flatMap((r) => r.bands.flatMap((b) => [...b.points].filter((_, i) => i % 2 === 0))));
  expect(quick.moving).toEqual(quick.rested);
  expect(lattice(slow).size).toBeLessThan(0.85 * lattice(quick).size);
  expect(slow.moving.map((r) => r.roomId)).toEqual(quick.moving.map((r) => r.roomId));
  expect(slow.rested.map((r) => r.bands.map((b) => b.whole))).toEqual(
    quick.rested.map((r) => r.bands.map((b) => b.whole)),
  );
});

test('a room drawn anew gets a grid anew; one that is not touched keeps its answer', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const before = compute.field(ask);
  const room = job.rooms.find((r) => r.storeyId === 'ground');
  if (!room) throw new Error('no space');
  const [a, b, c, d] = room.outline;
  if (!a || !b || !c || !d) throw new Error('not four corners');
  const halved = {
    ...room,
    outline: [a, [(a[0] + b[0]) / 2, b[1]], [(c[0] + d[0]) / 2, c[1]], d],
  } as typeof room;
  compute.setJob(records.map((r) => (r.id === room.id ? halved : r)));
  const after = compute.field(ask);
  for (const r of after.rooms) {
    const old = before.rooms.find((x) => x.roomId === r.roomId);
    if (r.roomId === room.id) expect(r.bands).not.toEqual(old?.bands);
    else expect(r.bands).toEqual(old?.bands);
  }
});

test('certainty and signal are other layers of the same kind; a storey with no rooms is empty', () => {
  const compute = makeCompute();
  compute.setJob(
    records.filter(
      (r) =>
        !(r.type === 'room' && r.storeyId === 'shed-ground') && r.id !== 'spot-12' && r.type !== 'reading',
    ),
  );
  expect(compute.field({ ...ask, layer: 'certainty' }).rooms[0]?.bands).toHaveLength(
    layerLevels.certainty.length,
  );
  expect(compute.field({ ...ask, layer: 'signal', band: '2.4' }).rooms[0]?.bands).toHaveLength(
    layerLevels.signal.length,
  );
  expect(compute.field({ ...ask, storeyId: 'shed-ground' }).rooms).toEqual([]);
});

test('rooms as areas: shares in order, and both of them fractions', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const { rooms } = compute.areas('ground', 'planned');
  expect(rooms.length).toBeGreaterThan(4);
  for (const r of rooms) {
    expect(r.shareMet).toBeGreaterThanOrEqual(0);
    expect(r.shareMet).toBeLessThanOrEqual(1);
    // to be 90 % sure takes more signal than to meet the need as expected
    expect(r.shareSure).toBeLessThanOrEqual(r.shareMet ?? NaN);
  }
});

test('who serves where: each unit once a room, and its ground lies in the room', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const { rooms } = compute.field({ ...ask, layer: 'units' });
  expect(new Set(rooms.flatMap((r) => r.unitIds)).size).toBeGreaterThan(1);
  for (const r of rooms) {
    expect(new Set(r.unitIds).size).toBe(r.unitIds.length);
    expect(r.bands).toHaveLength(r.unitIds.length);
  }
});

test('coarse answers the same question with fewer nodes and no reasons', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const fine = compute.field(ask);
  const coarse = compute.field({ ...ask, quality: 'coarse' });
  expect(coarse.network?.predictions.map((p) => [p.rssiDbm, p.certainty])).toEqual(
    fine.network?.predictions.map((p) => [p.rssiDbm, p.certainty]),
  );
  expect(coarse.network?.predictions.every((p) => p.terms.length === 0)).toBe(true);
  expect(fine.network?.predictions.some((p) => p.terms.length > 3)).toBe(true);
});

test('a cut shows what its way crosses, in order and in three bands', () => {
  const compute = makeCompute();
  compute.setJob(records);
  const place = (storeyId: string, xM: number, yM: number) => ({ storeyId, xM, yM, heightM: 1 });
  const cut = compute.cutBetween(place('ground', 1.5, 6), place('attic', 12, 6));
  expect(cut.crossed.length).toBeGreaterThan(2);
  expect(cut.crossed.filter((c) => c.id === 'first')).toHaveLength(1);
  cut.crossed.reduce((last, c) => {
    expect(c.sM).toBeGreaterThanOrEqual(last);
    for (const db of Object.values(c.db)) expect(db).toBeLessThanOrEqual(0);
    return c.sM;
  }, 0);
  expect(cut.parts.some((p) => p.kind === 'floor' && p.id === 'attic')).toBe(true);
  expect(cut.lengthM).toBeCloseTo(
    Math.hypot(10.5, cut.path[1] ? cut.path[1].zM - (cut.path[0]?.zM ?? 0) : 0),
    6,
  );
});

test('asked before it has a job, it says so', () => {
  expect(() => makeCompute().field(ask)).toThrow('setJob comes first');
});
