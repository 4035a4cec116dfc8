import { demos } from '@/../demo/make/make';
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
    expect(room.shareMet).toBeGreaterThanOrEqual(0);
    expect(room.shareMet).toBeLessThanOrEqual(1);
    for (const band of room.bands)
      for (const ring of band.rings) for (const [x, y] of ring) expect(Number.isFinite(x + y)).toBe(true);
  }
  expect(answer.predictions).toHaveLength(job.spots.length);
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
  expect(dragged.predictions).toEqual(fresh.predictions);
  expect(compute.field({ ...ask, storeyId: 'loft-ground' }).rooms).toEqual(before.rooms);
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

test('asked before it has a job, it says so', () => {
  expect(() => makeCompute().field(ask)).toThrow('setJob comes first');
});
