import { assembly, brick, field, wall } from '../../testing/testScenes';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Building } from '../job/records';
import { wiringLayout } from './layout';

const square = (x: number, y: number, w: number, d: number): [number, number][] => [
  [x, y],
  [x + w, y],
  [x + w, y + d],
  [x, y + d],
];
const base = field([assembly('m', [brick])]);
const building = (id: string, over: Partial<Building>): AnyRecord => ({
  ...get(base, 'building', 'b'),
  id,
  name: id,
  outline: square(0, 0, 6, 4),
  ...over,
});
const storey = (id: string, buildingId: string, floorZM: number, heightM = 2.5, level = 0): AnyRecord => ({
  ...get(base, 'storey', 's'),
  id,
  buildingId,
  floorZM,
  heightM,
  level,
});
const room = (id: string, storeyId: string, outline: [number, number][]): AnyRecord =>
  makeRecord({ type: 'room', id, name: id, storeyId, outline, activityIds: [] });
const spot = (number: number, storeyId: string, xM: number, yM: number): AnyRecord =>
  makeRecord({
    type: 'spot',
    id: `spot-${number}`,
    number,
    storeyId,
    roomId: 'garden',
    name: 'here',
    xM,
    yM,
    heightM: 1,
    activityIds: null,
  });
/** The test's own house, 6 × 4 m with a corner at −3, −2, and what else is given. */
const withHouse = (...more: AnyRecord[]): Job =>
  applyEdit(base, putOne('x', building('b', { outline: square(-3, -2, 6, 4) }), ...more)).job;
const layoutOf = (job: Job) => {
  const layout = wiringLayout(job);
  if (!layout) throw new Error('no layout');
  return layout;
};

test('one house: 0.9 m of margin at both sides, heights from its storey, a level top without a roof', () => {
  const layout = layoutOf(withHouse());
  expect(layout.buildings).toHaveLength(1);
  expect(layout.buildings[0]).toMatchObject({ x0: 0.9, x1: 6.9, wallAssemblyId: null });
  expect(layout.buildings[0]?.roof).toEqual([
    [0.9, 3],
    [6.9, 3],
  ]);
  expect([layout.widthM, layout.bottomZ, layout.topZ]).toEqual([
    expect.closeTo(7.8, 9),
    expect.closeTo(-0.7, 9),
    expect.closeTo(3.5, 9),
  ]);
  expect([layout.yard, layout.gaps]).toEqual([null, []]);
});

test('a cellar lowers the picture; storeys end at the next floor, the last at its own height', () => {
  const layout = layoutOf(withHouse(storey('up', 'b', 2.8, 2.4, 1), storey('cellar', 'b', -2.2, 2, -1)));
  expect(layout.buildings[0]?.storeys.map((s) => [s.storey.id, s.z0, s.z1])).toEqual([
    ['cellar', -2.2, 0],
    ['s', 0, 2.8],
    ['up', 2.8, expect.closeTo(5.2, 9)],
  ]);
  expect(layout.bottomZ).toBeCloseTo(-2.9, 9);
  expect(layout.topZ).toBeCloseTo(5.7, 9);
});

test.each([
  [
    { kind: 'flat', eavesZM: 3.2, ridgeZM: 3.2, ridgeAlong: 'x' },
    [
      [0.9, 3.2],
      [6.9, 3.2],
    ],
  ],
  [
    { kind: 'pitched', eavesZM: 3, ridgeZM: 5, ridgeAlong: 'x' },
    [
      [0.9, 3],
      [1.4, 5],
      [6.4, 5],
      [6.9, 3],
    ],
  ],
  [
    { kind: 'pitched', eavesZM: 3, ridgeZM: 5, ridgeAlong: 'y' },
    [
      [0.9, 3],
      [3.9, 5],
      [6.9, 3],
    ],
  ],
])('the profile of a roof: %j', (roof, profile) => {
  const house = get(base, 'building', 'b');
  const job = withHouse({
    ...house,
    outline: square(-3, -2, 6, 4),
    roof: { assemblyId: 'm', ...house.roof, ...roof },
  } as AnyRecord);
  expect(layoutOf(job).buildings[0]?.roof).toEqual(
    profile.map(([x, z]) => [expect.closeTo(x as number, 9), z]),
  );
});

test('the cut runs along the middle: walls and rooms that reach over it are drawn, others are not', () => {
  const job = withHouse(
    wall('across', [-1, -2], [-1, 2], 'm'),
    wall('slanting', [0, -1], [2, 1], 'm'),
    wall('north', [1, 0.5], [1, 2], 'm'),
    wall('along', [-3, 0.001], [3, 0.001], 'm'),
    room('West', 's', square(-3, -2, 2, 4)),
    room('North', 's', square(0, 0.5, 3, 1.5)),
    room('Sliver', 's', square(1, -2, 0.29, 4)),
    room('Closet', 's', square(1.5, -2, 0.31, 4)),
  );
  const [storeyOfCut] = layoutOf(job).buildings[0]?.storeys ?? [];
  // x on the drawing is 3.9 m more than in the plan
  expect(storeyOfCut?.partitions.map((p) => p.x)).toEqual([expect.closeTo(2.9, 6), expect.closeTo(4.901, 6)]);
  expect(storeyOfCut?.rooms.map((r) => [r.name, r.x0, r.x1])).toEqual([
    ['West', expect.closeTo(0.9, 9), expect.closeTo(2.9, 9)],
    ['Closet', expect.closeTo(5.4, 9), expect.closeTo(5.71, 9)],
  ]);
});

describe('several buildings', () => {
  const shed = (id: string, xM: number, yM = 0, kind: Building['kind'] = 'outbuilding') => [
    building(id, { kind, xM, yM, outline: square(0, 0, 2, 2) }),
    storey(`${id}-0`, id, 0.2),
  ];

  test('the house first, then each time what stands nearest to one that is there', () => {
    const job = withHouse(...shed('far', 30), ...shed('near', 8), ...shed('next', 14));
    expect(layoutOf(job).buildings.map((b) => b.building.id)).toEqual(['b', 'near', 'next', 'far']);
  });

  test('yards longer than 2 m are shortened, shorter than 1.4 m widened; between they are true', () => {
    const at = (xM: number, yM = 0) => layoutOf(withHouse(...shed('shed', xM, yM))).gaps[0];
    const drawn = (xM: number) => (at(xM)?.x1 ?? NaN) - (at(xM)?.x0 ?? NaN);
    // the house ends at x = 3
    expect(at(8)).toMatchObject({ metres: 5, shortened: true });
    expect(drawn(8)).toBeCloseTo(2, 9);
    expect(at(4.7)?.metres).toBeCloseTo(1.7, 9);
    expect(at(4.7)?.shortened).toBe(false);
    expect(drawn(4.7)).toBeCloseTo(1.7, 9);
    expect(at(3.5)).toMatchObject({ metres: 0.5, shortened: false });
    expect(drawn(3.5)).toBeCloseTo(1.4, 9);
    // off the corner, 3 m along and 4 m up: 5 m
    expect(at(6, 6)?.metres).toBeCloseTo(5, 9);
  });

  test('a place of the shed is drawn within its box, as high as it is', () => {
    const layout = layoutOf(withHouse(...shed('shed', 8)));
    const x0 = layout.buildings[1]?.x0 ?? NaN;
    const place = (xM: number) => layout.placeOf({ storeyId: 'shed-0', xM, yM: 1, heightM: 1.1 });
    expect(place(0.5)).toEqual([expect.closeTo(x0 + 0.5, 9), expect.closeTo(1.3, 9)]);
    expect(place(9)[0]).toBeCloseTo(x0 + 2, 9);
    expect(place(-9)[0]).toBeCloseTo(x0, 9);
  });

  test('no house: what is there comes first, as it is listed', () => {
    const job = applyEdit(base, {
      label: 'x',
      put: [...shed('one', 0), ...shed('two', 9)],
      remove: ['s', 'b'],
    }).job;
    expect(layoutOf(job).buildings.map((b) => b.building.id)).toEqual(['one', 'two']);
  });
});

describe('the open air', () => {
  const yard = [
    building('yard', { kind: 'outdoors' }),
    storey('air', 'yard', 0),
    room('garden', 'air', square(0, 0, 6, 4)),
  ];
  const place = (layout: ReturnType<typeof layoutOf>, xM: number) =>
    layout.placeOf({ storeyId: 'air', xM, yM: 0, heightM: 1 })[0];

  test('what is outdoors is spread over 3.2 m beside the buildings, west to the left', () => {
    const layout = layoutOf(withHouse(...yard, spot(1, 'air', 10, 0), spot(2, 'air', 30, 0)));
    expect(layout.buildings.map((b) => b.building.id)).toEqual(['b']);
    expect(layout.yard).toEqual({ x0: expect.closeTo(7.8, 9), x1: expect.closeTo(11, 9) });
    expect(layout.widthM).toBeCloseTo(11.9, 9);
    expect([10, 20, 30].map((x) => place(layout, x))).toEqual(
      [7.8, 9.4, 11].map((x) => expect.closeTo(x, 9)),
    );
    expect([0, 99].map((x) => place(layout, x))).toEqual([7.8, 11].map((x) => expect.closeTo(x, 9)));
  });

  test('one thing alone stands in the middle; with nothing there is no yard', () => {
    const layout = layoutOf(withHouse(...yard, spot(1, 'air', 10, 0)));
    expect(place(layout, 10)).toBeCloseTo(9.4, 9);
    const empty = layoutOf(withHouse(...yard));
    expect(empty.yard).toBeNull();
    expect(place(empty, 10)).toBeCloseTo(6.9, 9);
  });
});
