import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import { signalDbm } from '../network/signal';
import { makeReceived, receive } from '../propagation/receive';
import { buildScene } from '../propagation/scene';
import { median } from '../statistics/exactTests';
import { disturbersOf, noiseAt } from '../network/disturbance';
import { noiseField, shareAbove, unitField } from './field';
import { gridsOf, latticeOf, nodesAround, type RoomGrid } from './grid';
import { isobands } from './isolines';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);
const [backhaul] = networkOf(job, scene, 'planned').backhauls;
if (!backhaul) throw new Error('the demo has no unit');

const gridOf = (storeyId: string, stepM: number, coarse = false): RoomGrid => {
  const grid = gridsOf(job, storeyId, stepM, coarse)[0];
  if (!grid) throw new Error('no space');
  return grid;
};
const [left, top] = [
  Math.min(...(gridOf('ground', 0.5).room.outline.map((p) => p[0]) ?? [])),
  Math.min(...(gridOf('ground', 0.5).room.outline.map((p) => p[1]) ?? [])),
];

test('the nodes around a node are one step off, within the room, and know it as theirs', () => {
  for (const storey of ['ground', 'attic', 'shed-ground']) {
    const grid = gridOf(storey, 1);
    const around = nodesAround(grid);
    const place = (i: number) => {
      const node = grid.inside[i] as number;
      return { column: node % grid.columns, row: Math.floor(node / grid.columns) };
    };
    const pairs = Array.from(around, (other, k) => ({ i: k >> 3, k: k & 7, other })).filter(
      ({ other }) => other >= 0,
    );
    expect(pairs.length).toBeGreaterThan(grid.inside.length);
    const wrong = pairs.filter(({ i, k, other }) => {
      const [a, b] = [place(i), place(other)];
      const off = Math.abs(a.column - b.column) + Math.abs(a.row - b.row);
      const apart = Math.max(Math.abs(a.column - b.column), Math.abs(a.row - b.row));
      return apart !== 1 || off !== (k < 4 ? 1 : 2) || !around.subarray(other * 8, other * 8 + 8).includes(i);
    });
    expect(wrong).toEqual([]);
  }
});

test('between the nodes of the lattice a picture is as good as all nodes in full: within a dB or two', () => {
  const received = makeReceived();
  for (const [storey, stepM, coarse, most] of [
    ['ground', 0.25, false, 0.8],
    ['first', 0.25, false, 0.8],
    ['first', 0.5, true, 1.2],
  ] as const) {
    const source = sourceOfUnit(scene, backhaul, 'access');
    const off = gridsOf(job, storey, stepM, coarse).flatMap((g) => {
      const field = unitField(scene, backhaul, g);
      return Array.from(g.inside, (_, i) => {
        receive(source, g.at[i * 3] ?? NaN, g.at[i * 3 + 1] ?? NaN, g.at[i * 3 + 2] ?? NaN, received);
        const full = signalDbm(radioOf(backhaul.product, '5', 'access'), received, 1, backhaul.mountDb);
        return Math.abs((field.rssiDbm[1]?.[i] ?? NaN) - full);
      });
    });
    expect(off.every(Number.isFinite)).toBe(true);
    expect(off.filter((d) => d < 1e-4).length).toBeGreaterThan(0.05 * off.length);
    expect(median(off)).toBeLessThan(most);
    expect(off.sort((a, b) => a - b)[Math.floor(0.9 * off.length)]).toBeLessThan(3.5);
  }
});

test('each node is in full or weighs nodes in full, by weights that are 1 together; a corner weighs most near it', () => {
  for (const storey of ['ground', 'first', 'attic', 'shed-ground'])
    for (const coarse of [false, true])
      for (const grid of gridsOf(job, storey, 0.5, coarse)) {
        const { isFull, from, weight } = latticeOf(grid);
        grid.inside.forEach((_, i) => {
          if (isFull[i]) return;
          const places = [...from.subarray(i * 4, i * 4 + 4)];
          const there = places.filter((p) => p >= 0);
          expect(there.length).toBeGreaterThan(0);
          for (const p of there) expect(isFull[p]).toBe(1);
          expect([...weight.subarray(i * 4, i * 4 + 4)].reduce((a, b) => a + b, 0)).toBeCloseTo(1, 5);
        });
        const share = isFull.reduce((a, b) => a + b, 0) / isFull.length;
        if (isFull.length > 60) expect(share).toBeLessThan(coarse ? 0.45 : 0.35);
      }
});

test('noise over a grid is the noise at each node, told by a few kinds; without a source it is one kind, none', () => {
  const disturbers = disturbersOf(job);
  expect(disturbers.length).toBeGreaterThan(0);
  for (const grid of gridsOf(job, 'ground', 0.5)) {
    const { kinds, of } = noiseField(scene, disturbers, grid);
    expect(new Set(kinds.map((k) => `${k.riseDb} ${k.duty}`)).size).toBe(kinds.length);
    expect(kinds.length).toBeLessThanOrEqual(of.length);
    const off: number[] = [];
    of.forEach((kind, i) => {
      const [x = NaN, y = NaN, z = NaN] = grid.at.subarray(i * 3, i * 3 + 3);
      // between the nodes that are worked out in full it is a mean
      off.push(Math.abs((kinds[kind]?.riseDb ?? NaN) - noiseAt(scene, disturbers, x, y, z).riseDb));
    });
    expect(median(off)).toBeLessThanOrEqual(2);
    const quiet = noiseField(scene, [], grid);
    expect(quiet.kinds).toMatchObject([{ riseDb: 0, duty: 0 }]);
    expect(quiet.of).toEqual(new Uint16Array(grid.inside.length));
  }
});

test('without a radio in a band the field says that nothing arrives', () => {
  const f = unitField(scene, backhaul, gridOf('ground', 1));
  expect(new Set(f.rssiDbm[2])).toEqual(new Set([-120]));
  expect(new Set(f.spreadDb[2])).toEqual(new Set([0]));
});

describe('isobands', () => {
  const grid = gridOf('ground', 0.5);
  const n = grid.inside.length;
  /** Is a place within a band, by the even–odd rule? */
  const within = ({ points, starts }: ReturnType<typeof isobands>[number], x: number, y: number) => {
    let odd = false;
    for (let r = 0; r + 1 < starts.length; r++) {
      const [from, to] = [starts[r] as number, starts[r + 1] as number];
      for (let i = from, j = to - 1; i < to; j = i++) {
        const [ax, ay] = [points[2 * i] as number, points[2 * i + 1] as number];
        const [bx, by] = [points[2 * j] as number, points[2 * j + 1] as number];
        if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) odd = !odd;
      }
    }
    return odd;
  };
  const placeOf = (i: number): [number, number] => {
    const node = grid.inside[i] as number;
    return [
      grid.x0 + (node % grid.columns) * grid.stepM,
      grid.y0 + Math.floor(node / grid.columns) * grid.stepM,
    ];
  };

  test('above all values there is no region, below all it is the whole room', () => {
    const values = new Float32Array(n).fill(10);
    const [below, above] = isobands(grid, values, [5, 15]);
    expect(above?.points).toHaveLength(0);
    expect([below?.whole, above?.whole]).toEqual([true, false]);
    for (let i = 0; i < n; i++) expect(below && within(below, ...placeOf(i))).toBe(true);
  });

  test('a ramp is parted where it passes each level, and higher regions lie within lower ones', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        fc.integer({ min: 2, max: 9 }),
        (angle, level) => {
          const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
          const ramp = (x: number, y: number) => 6 + 2 * ((x - left - 2) * ux + (y - top - 1.5) * uy);
          const values = Float32Array.from({ length: n }, (_, i) => ramp(...placeOf(i)));
          const [band, higher] = isobands(grid, values, [level, level + 1]);
          for (let i = 0; i < n; i++) {
            const [x, y] = placeOf(i);
            // what covers all is told; what is parted is not called whole
            if (band?.whole) expect(within(band, x, y)).toBe(true);
            // at the walls the mean over neighbours leans inwards, by less than a step's worth
            if (band && Math.abs(ramp(x, y) - level) > 1.5)
              expect(within(band, x, y)).toBe(ramp(x, y) > level);
            if (band && higher && within(higher, x, y)) expect(within(band, x, y)).toBe(true);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  test('a room too small for a node has empty regions', () => {
    const empty = { ...grid, inside: new Int32Array(), at: new Float64Array() };
    expect(isobands(empty, new Float32Array(), [0, 5]).map((b) => b.points.length)).toEqual([0, 0]);
  });
});

test('the share above a level counts nodes, and of none it is nothing', () => {
  expect(shareAbove(Float32Array.of(1, 2, 3, 4), 3)).toBe(0.5);
  expect(shareAbove(new Float32Array(), 3)).toBe(0);
});
