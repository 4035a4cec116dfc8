import fc from 'fast-check';
import { assembly, brick, field, metal, wall } from '@/testing/testScenes';
import { receivedAt, transmitterAt } from '@/testing/transmitter';
import type { Point3 } from '../geometry/point';
import { makeRecord } from '../job/make';
import { bands, type AnyRecord } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';
import { freeSpaceLoss, waveM } from './freeSpace';
import { knifeEdgeLoss } from './knifeEdge';
import { radioPathsTo } from './radioPaths';
import { buildScene } from './scene';
import { sourceOf } from './source';
import { makeTurn, turnAt, turnTransmittance } from './turns';

const distance = (a: readonly number[], b: readonly number[]) =>
  Math.hypot(...a.map((v, i) => v - (b[i] as number)));
const turnOn = (edgeM: number, p: Point3, q: Point3) => {
  const turn = makeTurn();
  turnAt([0, 0, 0], [0, 0, 1], 0, edgeM, p, ...q, turn);
  return turn;
};

test('knife edge: J(0) 6.03 and J(1) 13.93 dB', () => {
  expect(knifeEdgeLoss(0)).toBeCloseTo(6.03, 2);
  expect(knifeEdgeLoss(1)).toBeCloseTo(13.93, 2);
});

test('in the shadow of the free end of a metal wall: free space over both legs and one turn', () => {
  const scene = buildScene(field([assembly('metal', [metal]), wall('w', [0, 0], [0, 19], 'metal')]));
  const [p, q]: [Point3, Point3] = [
    [-5, 2, 1.2],
    [4, 3, 1.2],
  ];
  const way = Math.hypot(5, 2) + Math.hypot(4, 3);
  const { gainDb } = receivedAt(scene, transmitterAt(p), q);
  bands.forEach((b, i) => {
    const nu = 2 * Math.sqrt((way - distance(p, q)) / (waveM[i] ?? NaN));
    const loss = freeSpaceLoss(way, bandMiddleGHz[b]) + knifeEdgeLoss(nu);
    // beyond 15 dB over free space a tenth comes back by ways that are not followed
    const excess = loss - freeSpaceLoss(distance(p, q), bandMiddleGHz[b]);
    expect(gainDb[i]).toBeCloseTo(-loss + Math.max(0, 0.1 * (excess - 15)), 1);
  });
});

test('Keller: the path leaves the edge at the angle at which it came, and no other place on it is nearer', () => {
  const place = fc.tuple(
    fc.double({ min: 0.5, max: 6, noNaN: true }),
    fc.double({ min: -6, max: 6, noNaN: true }),
    fc.double({ min: -3, max: 6, noNaN: true }),
  );
  fc.assert(
    fc.property(place, place, (p, mirrored) => {
      const q: Point3 = [-mirrored[0], mirrored[1], mirrored[2]];
      const turn = turnOn(3, p, q);
      const at = [turn.x, turn.y, turn.z];
      expect(turn.lengthM).toBeCloseTo(distance(p, at) + distance(at, q), 9);
      expect(turn.firstM).toBeCloseTo(distance(p, at), 9);
      for (const z of [0.02, 0.7, 1.5, 2.2, 2.98])
        expect(distance(p, [0, 0, z]) + distance([0, 0, z], q)).toBeGreaterThanOrEqual(turn.lengthM - 1e-9);
      if (turn.heldBack || turn.z < 0.021 || turn.z > 2.979) return;
      const [came, goes] = [(turn.z - p[2]) / distance(p, at), (q[2] - turn.z) / distance(at, q)];
      expect(came).toBeCloseTo(goes, 6);
    }),
    { numRuns: 200 },
  );
});

test('near its end an edge bends less, half at the end, and past it the way round the end counts too', () => {
  // level path at height z past an upright edge of 3 m
  const kept = (z: number) => turnTransmittance(turnOn(3, [4, 1, z], [-4, 1, z]), 1);
  const middle = kept(1.5);
  expect(kept(1)).toBeCloseTo(middle, 9);
  // at the very end half of the field is left, 6 dB
  expect(10 * Math.log10(middle / kept(3))).toBeCloseTo(6.03, 1);
  expect(kept(3.2)).toBeLessThan(kept(3.05));
  expect(kept(4)).toBeLessThan(kept(3.2) / 4);
});

const pane = (over: object): AnyRecord =>
  makeRecord({
    type: 'opening',
    id: 'o',
    wallId: 'w',
    kind: 'window',
    offsetM: 10,
    widthM: 1.2,
    sillM: 0.9,
    headM: 2.1,
    assemblyId: null,
    hinge: 'start',
    swing: 'left',
    ...over,
  });

test('a window is gone through at its nearest side, head or sill; what it is made of counts', () => {
  const records = (assemblyId: string | null) => [
    assembly('metal', [metal]),
    assembly('brick', [brick]),
    wall('w', [0, -10], [0, 10], 'metal'),
    pane({ assemblyId }),
  ];
  const turnTo = (q: Point3, assemblyId: string | null = null) => {
    const source = sourceOf(buildScene(field(records(assemblyId))), transmitterAt([-3, 0, 1.5]));
    const path = radioPathsTo(source, q, '5').find((p) => p.terms.some((t) => t.kind === 'turn'));
    return { at: path?.points[1] ?? [NaN, NaN, NaN], gainDb: path?.gainDb ?? NaN, terms: path?.terms ?? [] };
  };
  expect(turnTo([3, 3, 1.5]).at.map((v) => Math.round(v * 100) / 100)).toEqual([0, 0.6, 1.5]);
  expect(turnTo([3, -3, 1.5]).at[1]).toBeCloseTo(-0.6, 6);
  expect(turnTo([1, 0, 0.2]).at[2]).toBeCloseTo(0.9, 6);
  expect(turnTo([1, 0, 2.9]).at[2]).toBeCloseTo(2.1, 6);
  const [open, brickFilled] = [turnTo([3, 3, 1.5]), turnTo([3, 3, 1.5], 'brick')];
  expect(brickFilled.gainDb).toBeLessThan(open.gainDb - 2);
  expect(brickFilled.terms.map((t) => t.kind)).toContain('door-panel');
});

test('where a facade goes on in the same construction there is no edge; at a lighter wall there is', () => {
  const scene = (second: string) =>
    buildScene(
      field([
        assembly('metal', [metal]),
        assembly('brick', [brick]),
        wall('v', [0, -10], [0, 0], 'metal'),
        wall('w', [0, 0], [0, 10], second),
      ]),
    );
  const edgesAt0 = (second: string) => {
    const { edges } = scene(second);
    return Array.from({ length: edges.n }, (_, e) => edges.at[e * 3 + 1]).filter((y) => y === 0).length;
  };
  expect(edgesAt0('metal')).toBe(0);
  expect(edgesAt0('brick')).toBe(2);
  const behind = (second: string) =>
    receivedAt(scene(second), transmitterAt([-3, -1, 1.2]), [3, -1, 1.2]).gainDb[1] as number;
  expect(behind('brick')).toBeGreaterThan(behind('metal') + 20);
});

test('through a stairwell: a turn at its rim instead of the floor', () => {
  const well = (hole: boolean) =>
    buildScene(
      field(
        [
          assembly('metal', [metal]),
          ...(hole
            ? [
                makeRecord({
                  type: 'floorOpening',
                  id: 'well',
                  storeyId: 's',
                  kind: 'stairwell',
                  outline: [
                    [1, -1],
                    [3, -1],
                    [3, 1],
                    [1, 1],
                  ],
                  assemblyId: null,
                }),
              ]
            : []),
        ],
        'metal',
      ),
    );
  const gain = (hole: boolean) =>
    receivedAt(well(hole), transmitterAt([-1, 0, -1.5]), [-1.5, 0, 1.5]).gainDb[1] as number;
  const [path] = radioPathsTo(sourceOf(well(true), transmitterAt([-1, 0, -1.5])), [-1.5, 0, 1.5], '5');
  expect(path?.terms.find((t) => t.kind === 'turn')?.label).toMatch(/rim of the stairwell/);
  expect(gain(true)).toBeGreaterThan(gain(false) + 20);
});
