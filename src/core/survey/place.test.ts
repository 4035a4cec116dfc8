import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import { smallHouse } from '../../testing/smallHouse';
import type { Made } from './wallEdits';
import {
  makeFixedDevice,
  makeOpening,
  makeRoom,
  makeServicePoint,
  makeSpot,
  makeThing,
  makeWall,
} from './place';
import { openingPresets, thingPresets } from './presets';
import { addBuilding, addOutdoors, addStorey, removeStorey } from './storeys';
import { paintOuterWalls } from './paint';
import { outerAssembly } from './storeyGraph';
import { isClosed } from './rooms';
import { coaxTree } from './coaxTree';

const job = smallHouse({ storeys: 2 });
const storey = 'storey-0';
const assemblies = { innerId: 'asm-stud', outerId: 'asm-brick' };
const apply = (to: Job, made: Made): Job => {
  if (!made.ok) throw new Error(made.why);
  return applyEdit(to, made.edit).job;
};
const preset = <T extends { id: string }>(list: T[], id: string): T => {
  const found = list.find((p) => p.id === id);
  if (!found) throw new Error(`no preset ${id}`);
  return found;
};
const door = preset(openingPresets, 'door');

test('a room drawn into a corner has walls of its own; its spots are in the right one', () => {
  const withSpot = apply(job, makeSpot(job, storey, [2, 3]));
  const next = apply(withSpot, makeRoom(withSpot, storey, [0.3, 0.3], [4.5, 6.7], assemblies));
  const room = get(next, 'room', 'room-1');
  expect(room.outline).toEqual(
    expect.arrayContaining([
      [0.1, 0.1],
      [4.5, 6.9],
    ]),
  );
  expect(next.spots[0]?.roomId).toBe(room.id);
  expect(next.rooms.filter((r) => r.storeyId === storey).every((r) => isClosed(next, r))).toBe(true);
});

test('what cannot be put down says why', () => {
  const why = (word: string) => ({ ok: false, why: expect.stringContaining(word) });
  expect(makeSpot(job, storey, [20, 20])).toEqual(why('room'));
  expect(makeRoom(job, storey, [3, 3], [3.1, 5], assemblies)).toEqual(why('30 cm'));
  expect(makeWall(job, storey, [1, 1], [1, 1.01], 'asm-stud')).toEqual(why('5 cm'));
  expect(makeWall(job, storey, [0.05, 0.05], [5, 0.05], 'asm-stud')).toEqual(why('already'));
  const short = apply(job, makeWall(job, storey, [2, 2], [2, 2.5], 'asm-stud'));
  expect(makeOpening(short, get(short, 'wall', 'wall-1'), [2, 2.2], door)).toEqual(why('too short'));
});

test('a wall is named by what it is made of', () => {
  const made = makeWall(job, storey, [4, 0.1], [4, 6.9], 'asm-brick');
  const name = job.assemblies.find((a) => a.id === 'asm-brick')?.name ?? '';
  expect(made.ok && made.edit.label).toBe(`Draw a wall: ${name.toLowerCase()}`);
  const unknown = makeWall(job, storey, [4, 0.1], [4, 6.9], 'asm-none');
  expect(unknown.ok && unknown.edit.label).toBe('Draw a wall: wall');
});

test('an opening near the end of a wall, or on another, is moved along until it fits', () => {
  const wall = get(job, 'wall', 'storey-0-w1');
  const one = apply(job, makeOpening(job, wall, [8.95, 0.1], door));
  expect(get(one, 'opening', 'opening-1').offsetM).toBeCloseTo(0.43, 2);
  const two = apply(one, makeOpening(one, wall, [8.95, 0.1], door));
  expect(get(two, 'opening', 'opening-2').offsetM).toBeGreaterThanOrEqual(0.43 + 0.85 - 0.01);
  let full = two;
  for (
    let made = makeOpening(full, wall, [8.95, 3], door);
    made.ok;
    made = makeOpening(full, wall, [8.95, 3], door)
  )
    full = apply(full, made);
  expect(makeOpening(full, wall, [8.95, 3], door)).toEqual({
    ok: false,
    why: expect.stringContaining('no space'),
  });
});

test('things and sockets near a wall are set against its face', () => {
  const fridge = get(
    apply(job, makeThing(job, storey, [4, 0.4], preset(thingPresets, 'fridge'))),
    'obstacle',
    'thing-1',
  );
  expect(fridge.yM).toBeCloseTo(0.1 + 0.65 / 2 + 0.02, 1);
  const socket = get(apply(job, makeServicePoint(job, storey, [4, 0.3], 'socket')), 'service', 'socket-1');
  expect(socket.yM).toBeCloseTo(0.16, 2);
  const free = get(apply(job, makeServicePoint(job, storey, [4, 3], 'socket')), 'service', 'socket-1');
  expect([free.xM, free.yM]).toEqual([4, 3]);
});

test('in a corner a thing stands with its back to the nearer wall', () => {
  const fridge = preset(thingPresets, 'fridge');
  const at = (x: number, y: number) =>
    get(apply(job, makeThing(job, storey, [x, y], fridge)), 'obstacle', 'thing-1');
  // walls of 20 cm: the faces are at 0.1 m
  const [north, west] = [at(0.55, 0.45), at(0.45, 0.55)];
  expect([north.turnDeg % 180, west.turnDeg % 180]).toEqual([0, 90]);
  expect(north.yM).toBeLessThan(0.5);
  expect(west.xM).toBeLessThan(0.5);
  expect([north.xM, west.yM]).toEqual([0.55, 0.55]);
  // too far from any wall it stands as it was put
  expect(at(4, 3)).toMatchObject({ xM: 4, yM: 3, turnDeg: 0 });
});

test('the next socket has the circuit of the last', () => {
  const one = apply(job, makeServicePoint(job, storey, [4, 3], 'socket'));
  const traced = applyEdit(one, {
    label: 'x',
    put: [{ ...get(one, 'service', 'socket-1'), circuit: 'G1', phase: '2' }],
    remove: [],
  }).job;
  const two = apply(traced, makeServicePoint(traced, storey, [5, 3], 'socket'));
  expect(get(two, 'service', 'socket-2')).toMatchObject({ circuit: 'G1', phase: '2' });
});

test('stairs open the floor above, a hatch its own', () => {
  const stairs = apply(job, makeThing(job, storey, [4, 3], preset(thingPresets, 'stairs')));
  expect(stairs.floorOpenings).toMatchObject([{ storeyId: 'storey-1', kind: 'stairwell' }]);
  const hatch = apply(job, makeThing(job, 'storey-1', [4, 3], preset(thingPresets, 'hatch')));
  expect(hatch.floorOpenings).toMatchObject([{ storeyId: 'storey-1', kind: 'hatch' }]);
  expect(hatch.obstacles).toHaveLength(0);
});

test('a storey above begins with the outer walls of the one below, and lifts the roof', () => {
  const parted = apply(job, makeWall(job, 'storey-1', [4, 0.05], [4, 6.95], 'asm-stud'));
  const outer = apply(parted, addStorey(parted, 'house', 'above', 'outer'));
  const id = outer.storeys.find((s) => s.level === 2)?.id ?? '';
  expect(outer.walls.filter((w) => w.storeyId === id)).toHaveLength(4);
  expect(outer.rooms.filter((r) => r.storeyId === id)).toHaveLength(1);
  expect(get(outer, 'building', 'house').roof?.eavesZM).toBeGreaterThan(
    get(job, 'building', 'house').roof?.eavesZM ?? 99,
  );
  const all = apply(parted, addStorey(parted, 'house', 'above', 'all'));
  expect(all.walls.filter((w) => w.storeyId === id)).toHaveLength(5);
  const cellar = apply(job, addStorey(job, 'house', 'below', 'none'));
  expect(cellar.storeys.find((s) => s.level === -1)?.name).toBe('Cellar');
});

test('an outbuilding stands clear of the house and has one closed room; the outdoors come once', () => {
  const made = addBuilding(job, { name: 'Studio', widthM: 6, depthM: 4, wallAssemblyId: 'asm-brick' });
  const next = apply(job, made);
  expect(next.rooms.find((r) => r.name === 'Studio')).toBeDefined();
  expect(next.buildings[1]).toMatchObject({ kind: 'outbuilding', xM: 17 });
  expect(outerAssembly(next, made.ok ? made.select : '')).toBe('asm-brick');
  const outdoors = apply(next, addOutdoors(next));
  expect(addOutdoors(outdoors)).toEqual({ ok: false, why: expect.stringContaining('already') });
  // outdoors a room is an area without walls
  const yard = outdoors.storeys.at(-1)?.id ?? '';
  const area = apply(outdoors, makeRoom(outdoors, yard, [0, -8], [9, -1], assemblies));
  expect(area.rooms.find((r) => r.name === 'Area 1')).toBeDefined();
  expect(area.walls).toHaveLength(outdoors.walls.length);
});

test('a storey with a unit on it is not removed; an empty one goes with all its things, and one undo brings it back', () => {
  expect(removeStorey(job, storey)).toEqual({ ok: false, why: expect.stringContaining('Unit A') });
  const made = removeStorey(job, 'storey-1');
  if (!made.ok) throw new Error(made.why);
  const { job: next, inverse } = applyEdit(job, made.edit);
  expect([next.walls.length, next.rooms.length]).toEqual([4, 1]);
  expect(new Map(applyEdit(next, inverse).job.byId)).toEqual(new Map(job.byId));
});

test('all outer walls at once', () => {
  const next = applyEdit(job, paintOuterWalls(job, storey, 'asm-brick')).job;
  expect(outerAssembly(next, storey)).toBe('asm-brick');
  expect(outerAssembly(next, 'storey-1')).toBe('asm-stud');
});

test('the coax of a house as a tree; outlets that nothing reaches come last', () => {
  let next = apply(job, makeServicePoint(job, storey, [1, 3], 'splitter'));
  for (const x of [2, 3, 4]) next = apply(next, makeServicePoint(next, storey, [x, 3], 'coax'));
  const run = (n: number) => ({
    type: 'cableRun' as const,
    id: `run-${n}`,
    fromId: 'splitter-1',
    toId: `coax-${n}`,
    cable: 'rg6' as const,
    lengthM: 9,
    note: '',
  });
  next = applyEdit(next, { label: 'x', put: [run(1), run(2)], remove: [] }).job;
  expect(coaxTree(next).map((r) => [r.servicePoint.id, r.depth, r.words])).toEqual([
    ['splitter-1', 0, '4-way, rating not known'],
    ['coax-1', 1, 'RG-6, 9.0 m'],
    ['coax-2', 1, 'RG-6, 9.0 m'],
    ['coax-3', 0, 'joined? not known'],
  ]);
});

test('a fixed device has a place and something to do', () => {
  const next = apply(job, makeFixedDevice(job, storey, [4.123, 3]));
  expect(next.fixedDevices).toMatchObject([{ xM: 4.12, activityIds: ['act-film-4k'] }]);
});
