/** Every house type makes a house that holds together, computes, and is marked as the guess that it is. */
import { surveyGaps } from '../checks/surveyGaps';
import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import { checkReferences } from '../job/references';
import { inRegion } from '../geometry/region';
import { areaOf } from '../geometry/polygon';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { buildRoom } from '../survey/buildRoom';
import { innerWalls, inPlaceOfGuess, withoutGuess } from '../survey/guess';
import { storeyGraph } from '../survey/storeyGraph';
import { houseTypes } from './houseTypes';
import { assemblyLibrary } from './library';
import { newJob } from './newJob';
import { smallHouse } from '../../testing/smallHouse';

const typical = (id: string, size: { widthM?: number; depthM?: number; storeys?: number } = {}): Job => {
  const type = houseTypes.find((t) => t.id === id);
  if (!type) throw new Error(id);
  const { widthM, depthM, storeys, outerId } = { ...type, ...size };
  return newJob(
    {
      name: 'At the door',
      lengths: 'm',
      widthM,
      depthM,
      storeys,
      outerAssemblyId: outerId,
      planDownMbps: 200,
      planUpMbps: 50,
      houseTypeId: id,
      inside: 'typical',
    },
    { id: 'x', createdOn: '2026-11-01', seed: 1 },
  );
};

test('there are a dozen types at least, each with a name of its own and constructions that there are', () => {
  expect(houseTypes.length).toBeGreaterThanOrEqual(12);
  expect(new Set(houseTypes.map((t) => t.name)).size).toBe(houseTypes.length);
  const uses = new Map(assemblyLibrary.map((a) => [a.id, a.use]));
  for (const t of houseTypes) {
    for (const id of [t.outerId, t.innerId]) expect([t.id, id, uses.get(id)]).toEqual([t.id, id, 'wall']);
    for (const id of [t.floorId, t.lowestFloorId])
      expect([t.id, id, uses.get(id)]).toEqual([t.id, id, 'floor']);
    for (const id of [t.glazingId, t.frontDoorId, t.innerDoorId])
      expect([t.id, id, uses.get(id)]).toEqual([t.id, id, 'opening']);
    expect(uses.has(t.roof.assemblyId)).toBe(true);
  }
});

describe.each(houseTypes.map((t) => [t.id, t] as const))('%s', (id, type) => {
  const job = typical(id);

  test('holds together; every room is what its walls enclose', () => {
    expect(checkReferences(job)).toEqual([]);
    for (const storey of job.storeys) {
      expect(storey.guessed).toBe(true);
      const rooms = job.rooms.filter((r) => r.storeyId === storey.id);
      const faces = storeyGraph(job, storey.id).faces;
      expect(rooms.length).toBeGreaterThanOrEqual(3);
      expect(faces).toHaveLength(rooms.length);
      for (const room of rooms) {
        const [x = 0, y = 0] = [0, 1].map((k) => room.outline.reduce((sum, p) => sum + (p[k] ?? 0) / 4, 0));
        const face = faces.find((f) => inRegion(f, x, y));
        expect(Math.abs(areaOf(room.outline) - areaOf(face?.outline ?? []))).toBeLessThan(0.05);
      }
    }
  });

  test('every room can be entered, and no opening lies where a wall ends', () => {
    for (const room of job.rooms) {
      const xs = room.outline.map((p) => p[0]);
      const ys = room.outline.map((p) => p[1]);
      const doors = job.openings
        .filter((o) => o.kind === 'door')
        .map((o) => {
          const w = get(job, 'wall', o.wallId);
          const length = Math.hypot(w.bx - w.ax, w.by - w.ay);
          expect(o.offsetM - o.widthM / 2).toBeGreaterThan(0);
          expect(o.offsetM + o.widthM / 2).toBeLessThan(length);
          const s = o.offsetM / length;
          return { storeyId: w.storeyId, x: w.ax + s * (w.bx - w.ax), y: w.ay + s * (w.by - w.ay) };
        });
      const near = doors.some(
        (p) =>
          p.storeyId === room.storeyId &&
          p.x > Math.min(...xs) - 0.7 &&
          p.x < Math.max(...xs) + 0.7 &&
          p.y > Math.min(...ys) - 0.7 &&
          p.y < Math.max(...ys) + 0.7,
      );
      expect([room.name, near]).toEqual([room.name, true]);
    }
  });

  test('spots stand in their rooms and can be predicted; the guess is less sure than its construction', () => {
    expect(job.spots.length).toBeGreaterThanOrEqual(3);
    for (const spot of job.spots)
      expect(inRegion(get(job, 'room', spot.roomId), spot.xM, spot.yM)).toBe(true);
    const scene = buildScene(job);
    const predictions = predictJob(job, scene, networkOf(job, scene, 'planned'));
    expect(predictions.every((p) => p.certainty >= 0 && p.certainty <= 1)).toBe(true);
    expect(predictions.some((p) => p.rssiDbm !== null)).toBe(true);
    const guess = surveyGaps(job, predictions).find((g) => g.id === 'guess-storey-0');
    expect(guess).toMatchObject({ subject: 'Ground floor', spreadDb: expect.any(Number) as number });
    expect(guess?.spreadDb).toBeGreaterThan(4);
    expect(type.hint.length).toBeGreaterThan(10);
  });
});

test('sockets stand in rooms with no bath, and are guesses', () => {
  const job = typical('bungalow');
  const sockets = job.services.filter((s) => s.kind === 'socket');
  expect(sockets.length).toBeGreaterThan(8);
  expect(sockets.every((s) => s.guessed)).toBe(true);
  const bath = job.rooms.find((r) => r.name === 'Bathroom');
  if (!bath) throw new Error('no bathroom');
  expect(sockets.some((s) => inRegion(bath, s.xM, s.yM))).toBe(false);
});

test.each([
  [3, 3, 1],
  [2, 12, 2],
])('a house of %d × %d m is too small for a guess: each storey is one room', (widthM, depthM, storeys) => {
  const job = typical('stone-cottage', { widthM, depthM, storeys });
  expect(job.rooms).toHaveLength(storeys);
  expect(job.storeys.some((s) => s.guessed)).toBe(false);
});

test('an empty shell of a type has its floors and heights and no guess', () => {
  const job = smallHouse({ houseTypeId: 'stone-cottage', outerAssemblyId: 'asm-stone' });
  expect(job.storeys[0]).toMatchObject({ heightM: 2.15, guessed: false });
  expect(job.rooms).toHaveLength(1);
});

describe('taking the guess off a storey', () => {
  const job = typical('cavity-house');

  test('leaves one room with the spots in it, the windows and the line; one step back brings it again', () => {
    const edit = withoutGuess(job, 'storey-0');
    if (!edit) throw new Error('no guess');
    const { job: open, inverse } = applyEdit(job, edit);
    expect(checkReferences(open)).toEqual([]);
    expect(get(open, 'storey', 'storey-0').guessed).toBe(false);
    expect(get(open, 'storey', 'storey-1').guessed).toBe(true);
    const [room, ...others] = open.rooms.filter((r) => r.storeyId === 'storey-0');
    expect(others).toEqual([]);
    expect(room?.name).toBe('Living space');
    const spots = open.spots.filter((s) => s.storeyId === 'storey-0');
    expect(spots.length).toBe(job.spots.filter((s) => s.storeyId === 'storey-0').length);
    expect(spots.every((s) => s.roomId === room?.id && inRegion(room, s.xM, s.yM))).toBe(true);
    expect(innerWalls(open, 'storey-0')).toEqual([]);
    expect(open.services.filter((s) => s.storeyId === 'storey-0').map((s) => s.kind)).toEqual(['entry']);
    expect(open.openings.filter((o) => o.kind === 'window').length).toBe(
      job.openings.filter((o) => o.kind === 'window').length,
    );
    expect(applyEdit(open, inverse).job.byId).toEqual(job.byId);
    expect(withoutGuess(open, 'storey-0')).toBeNull();
  });

  test('a typed room takes its place in one step', () => {
    const clear = withoutGuess(job, 'storey-0');
    const base = clear ? applyEdit(job, clear).job : job;
    const line = { name: 'Kitchen', widthM: 4, depthM: 3, where: null };
    const built = buildRoom(base, 'storey-0', line, {
      innerId: 'asm-stud',
      outerId: 'asm-brick-cavity',
    });
    if (!built.ok) throw new Error(built.why);
    const after = applyEdit(job, inPlaceOfGuess(job, clear, built.edit)).job;
    expect(checkReferences(after)).toEqual([]);
    expect(
      after.rooms
        .filter((r) => r.storeyId === 'storey-0')
        .map((r) => r.name)
        .sort(),
    ).toEqual(['Kitchen', 'Living space']);
    // what a kitchen is used for stays
    const needs = (j: Job) => j.rooms.find((r) => r.name === 'Kitchen')?.activityIds;
    expect(needs(after)).toEqual(needs(job));
  });
});
