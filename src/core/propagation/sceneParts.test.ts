import { assembly, brick, field, wall } from '@/testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Building } from '../job/records';
import { checkPlaces, floorSlabs, obstacleBlock, roofPanels, wallPanel } from './sceneParts';
import { pathProfile } from './pathProfile';
import { buildScene } from './scene';

const base = field([assembly('m', [brick])], 'm');
const house = get(base, 'building', 'b');
const put = (...records: AnyRecord[]): Job => applyEdit(base, putOne('x', ...records)).job;
const lossId = (id: string | null) => (id === null ? -1 : 7);
const near = (...v: number[]) => v.map((x) => expect.closeTo(x, 9));

describe('a wall', () => {
  const w = wall('w', [1, 2], [4, 6], 'm');
  const panelOf = (job: Job) => wallPanel(job, get(job, 'wall', 'w'), job.openings, lossId);

  test('from its floor to a parapet over the ceiling of the top storey', () => {
    const panel = panelOf(put(w));
    expect(panel.origin).toEqual([1, 2, 0]);
    expect(panel.along).toEqual(near(0.6, 0.8, 0));
    expect(panel.normal).toEqual(near(0.8, -0.6, 0));
    expect([panel.lengthM, panel.heightM, panel.lossId]).toEqual([5, expect.closeTo(3.1, 9), 7]);
  });

  test('below a storey to its floor, however thick that is; a storey of another building or two levels up is not above', () => {
    const storey = get(base, 'storey', 's');
    const up = { ...storey, id: 'up', level: 1, floorZM: 3.25 };
    expect(panelOf(put(w, up)).heightM).toBeCloseTo(3.25, 9);
    expect(panelOf(put(w, { ...up, level: 2 })).heightM).toBeCloseTo(3.1, 9);
    const other = { ...house, id: 'c' };
    expect(panelOf(put(w, other, { ...up, buildingId: 'c' })).heightM).toBeCloseTo(3.1, 9);
  });

  test('in a building that is turned and moved', () => {
    const panel = panelOf(put(w, { ...house, xM: 10, yM: 20, turnDeg: 90 }));
    expect(panel.origin).toEqual(near(8, 21, 0));
    expect(panel.along).toEqual(near(-0.8, 0.6, 0));
    expect(panel.lengthM).toBeCloseTo(5, 9);
  });

  test('its openings: from the middle half the width to both sides, sill to head', () => {
    const opening = makeRecord({
      type: 'opening',
      id: 'o',
      wallId: 'w',
      kind: 'window',
      offsetM: 2,
      widthM: 1.2,
      sillM: 0.9,
      headM: 2.1,
      assemblyId: null,
      hinge: 'start',
      swing: 'left',
    });
    expect(panelOf(put(w, opening)).openings).toEqual([
      { a0: 1.4, a1: 2.6, b0: 0.9, b1: 2.1, lossId: -1, id: 'o' },
    ]);
  });
});

describe('a roof', () => {
  const outline: [number, number][] = [
    [0, 0],
    [10, 0],
    [10, 6],
    [0, 6],
  ];
  const roofed = (roof: Partial<Building['roof'] & object>, over: Partial<Building> = {}): Building => ({
    ...house,
    outline,
    roof: { kind: 'pitched', eavesZM: 3, ridgeZM: 7, ridgeAlong: 'x', assemblyId: 'm', ...roof },
    ...over,
  });

  test('none, and a flat one: one level plate over the whole', () => {
    expect(roofPanels(house, lossId)).toEqual([]);
    const [flat, ...more] = roofPanels(roofed({ kind: 'flat' }), lossId);
    expect(more).toEqual([]);
    expect(flat).toMatchObject({ origin: [0, 0, 3], lengthM: 10, heightM: 6, kind: 'roof' });
    expect(flat?.up).toEqual(near(0, 1, 0));
  });

  test('the ridge along x: two slopes of 10 m that rise from the long sides', () => {
    const [north, south] = roofPanels(roofed({}), lossId);
    // half of 6 m in, 4 m up: 5 m of slope
    expect([north?.lengthM, north?.heightM, south?.heightM]).toEqual([10, 5, 5]);
    expect([north?.origin, south?.origin]).toEqual([
      [0, 0, 3],
      [0, 6, 3],
    ]);
    expect(north?.up).toEqual(near(0, 0.6, 0.8));
    expect(south?.up).toEqual(near(0, -0.6, 0.8));
  });

  test('the ridge along y: the slopes rise from the short sides', () => {
    const [west, east] = roofPanels(roofed({ ridgeAlong: 'y', ridgeZM: 15 }), lossId);
    expect([west?.lengthM, west?.heightM]).toEqual([6, 13]);
    expect([west?.origin, east?.origin]).toEqual([
      [0, 0, 3],
      [10, 0, 3],
    ]);
    expect(west?.up).toEqual(near(5 / 13, 0, 12 / 13));
    expect(east?.up).toEqual(near(-5 / 13, 0, 12 / 13));
  });

  test('normals stand upright on both sides of each slope, turned houses too', () => {
    for (const turnDeg of [0, 30, 145])
      for (const ridgeAlong of ['x', 'y'] as const)
        for (const { along, up, normal } of roofPanels(roofed({ ridgeAlong }, { turnDeg, xM: 5 }), lossId)) {
          const dot = (p: readonly number[], q: readonly number[]) =>
            p.reduce((s, v, i) => s + v * (q[i] ?? 0), 0);
          expect([dot(along, up), dot(along, normal), dot(up, normal)]).toEqual(near(0, 0, 0));
          expect([dot(along, along), dot(up, up), dot(normal, normal)]).toEqual(near(1, 1, 1));
        }
  });

  test('a cut across shows both slopes meet at the ridge, and none beyond the gable', () => {
    const scene = buildScene(put(roofed({})));
    const across = (x: number) =>
      pathProfile(scene, [
        [x, -5, 1],
        [x, 11, 1],
      ]).parts.filter((p) => p.kind === 'roof');
    const slopes = across(4);
    expect(slopes.map((r) => [r.s0, r.z0, r.s1, r.z1].map((v) => Number(v.toFixed(6))))).toEqual([
      [5, 3, 8, 7],
      [11, 3, 8, 7],
    ]);
    expect([across(-0.1), across(10.1)]).toEqual([[], []]);
    // a leg that ends half way up
    const part = pathProfile(scene, [
      [4, 1.5, 1],
      [4, 3, 1],
    ]).parts.filter((p) => p.kind === 'roof');
    expect(part).toHaveLength(1);
    expect([part[0]?.z0, part[0]?.z1]).toEqual(near(5, 7));
  });
});

describe('floors', () => {
  const floor = (job: Job, id = 'b') => floorSlabs(job, get(job, 'building', id), lossId);
  const hole = makeRecord({
    type: 'floorOpening',
    kind: 'stairwell',
    id: 'stairs',
    storeyId: 's',
    outline: [
      [1, 1],
      [3, 1],
      [3, 4],
    ],
    assemblyId: null,
  });

  test('one for each storey that has one, with its openings', () => {
    const bare = { ...get(base, 'storey', 's'), id: 'top', level: 1, floorZM: 3, floorAssemblyId: null };
    const slabs = floor(put(hole, bare));
    expect(slabs).toHaveLength(1);
    expect(slabs[0]).toMatchObject({ z: 0, id: 's', lossId: 7 });
    expect(slabs[0]?.holes).toEqual([{ outline: hole.outline, lossId: -1, id: 'stairs', rim: true }]);
  });

  test('the ground outdoors is open under the houses, and those have no rim', () => {
    const yard = { ...house, id: 'yard', kind: 'outdoors' as const };
    const ground = { ...get(base, 'storey', 's'), id: 'ground', buildingId: 'yard' };
    const [slab] = floor(put(yard, ground), 'yard');
    expect(slab?.holes.map((h) => [h.id, h.rim, h.lossId])).toEqual([['b', false, -1]]);
  });
});

test('an obstacle: half its sides, turned with its building, from its bottom to its top', () => {
  const o = makeRecord({
    type: 'obstacle',
    id: 'o',
    name: 'Box',
    storeyId: 's',
    xM: 2,
    yM: 1,
    widthM: 2,
    depthM: 1,
    symbol: 'box',
    turnDeg: 30,
    bottomM: 0.4,
    topM: 1.5,
    lossDb: { '2.4': 5, '5': 8, '6': 9 },
    disturbs: 'none',
  });
  const job = put(o, { ...house, turnDeg: 60, xM: 100 }, { ...get(base, 'storey', 's'), floorZM: 2 });
  const block = obstacleBlock(job, o, lossId);
  expect(block).toMatchObject({ halfWidth: 1, halfDepth: 0.5, id: 'o', lossId: 7 });
  expect([block.z0, block.z1, block.cos, block.sin]).toEqual(near(2.4, 3.5, 0, 1));
  const [c, s] = [Math.cos(Math.PI / 3), Math.sin(Math.PI / 3)];
  expect([block.x, block.y]).toEqual(near(100 + 2 * c - s, 2 * s + c));
});

test('what has no place is named', () => {
  const job = put(wall('w', [1, 2], [4, 6], 'm'));
  const panel = wallPanel(job, get(job, 'wall', 'w'), [], lossId);
  expect(() => checkPlaces([panel], [], [])).not.toThrow();
  expect(() => checkPlaces([{ ...panel, heightM: NaN }], [], [])).toThrow('w: its place or height');
  const slabs = floorSlabs(job, house, lossId);
  expect(() => checkPlaces([], [], slabs)).not.toThrow();
  expect(() =>
    checkPlaces(
      [],
      [],
      slabs.map((s) => ({ ...s, z: Infinity })),
    ),
  ).toThrow('s: its place');
});

describe('a cut', () => {
  const scene = buildScene(put(wall('w', [2, -3], [2, 3], 'm')));
  const walls = (y: number, from = -2, to = 6) =>
    pathProfile(scene, [
      [from, y, 1],
      [to, y, 1],
    ]).parts.filter((p) => p.kind === 'wall').length;

  test('shows a wall up to its ends and where the leg just reaches it', () => {
    expect([walls(2.99), walls(3.01), walls(-2.99), walls(-3.01)]).toEqual([1, 0, 1, 0]);
    expect([walls(0, -2, 1.99), walls(0, -2, 2.01), walls(0, 1.99, 5), walls(0, 2.01, 5)]).toEqual([
      0, 1, 1, 0,
    ]);
  });

  test('the floor is left out where it is open, piece by piece', () => {
    const holed = (...xs: [number, number][]) =>
      buildScene(
        put(
          ...xs.map(([x0, x1], i): AnyRecord =>
            makeRecord({
              type: 'floorOpening',
              kind: 'hatch',
              id: `hole-${i}`,
              storeyId: 's',
              outline: [
                [x0, -1],
                [x1, -1],
                [x1, 1],
                [x0, 1],
              ],
              assemblyId: null,
            }),
          ),
        ),
      );
    const floors = (...xs: [number, number][]) =>
      pathProfile(holed(...xs), [
        [0, 0, 1],
        [10, 0, 1],
      ])
        .parts.filter((p) => p.kind === 'floor')
        .map((p) => [p.s0, p.s1]);
    expect(floors()).toEqual([[0, 10]]);
    expect(floors([2, 4])).toEqual([
      [0, 2],
      [4, 10],
    ]);
    expect(floors([2, 4], [6, 7])).toEqual([
      [0, 2],
      [4, 6],
      [7, 10],
    ]);
    expect(floors([-1, 3])).toEqual([[3, 10]]);
    expect(floors([8, 12])).toEqual([[0, 8]]);
    expect(floors([-1, 12])).toEqual([]);
  });
});
