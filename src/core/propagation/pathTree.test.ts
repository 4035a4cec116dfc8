import type { Point3 } from '@/core/geometry/point';
import { demos } from '@/testing/demoJobs';
import { gridsOf } from '@/core/coverage/grid';
import { bands } from '@/core/job/records';
import { bandMiddleGHz, wallLoss } from '@/core/materials/wallLoss';
import { random } from '@/core/statistics/random';
import { makeRecord } from '@/core/job/make';
import { freeSpaceLoss, waveM } from './freeSpace';
import { fresnelNu, knifeEdgeLoss } from './knifeEdge';
import { pathTree } from './pathTree';
import { makeReceived, receive, shadowingDb, unitOffsetDb } from './receive';
import { buildScene } from './scene';
import { assembly, brick, concrete, field, metal, wall } from '../../testing/testScenes';
import { termsOfPaths, radioPathsTo } from './radioPaths';
import type { Scene, Transmitter } from './model';

const everywhere = ['isotropic', 'isotropic', 'isotropic'] as const;
const transmitterAt = (at: Point3, over: Partial<Transmitter> = {}): Transmitter => ({
  at,
  axis: [0, 0, 1],
  patterns: everywhere,
  ...over,
});
const gains = (scene: Scene, transmitter: Transmitter, to: Point3) => {
  const out = makeReceived();
  receive(pathTree(scene, transmitter), ...to, out);
  return { gain: Array.from(out.gainDb), spread: Array.from(out.spreadDb) };
};
const free = (d: number) => bands.map((b) => -freeSpaceLoss(d, bandMiddleGHz[b]));

describe('against closed forms', () => {
  test('free space: 10 m at 5.5 GHz is 67.26 dB, and no nearer than 0.3 m', () => {
    expect(freeSpaceLoss(10, 5.5)).toBeCloseTo(67.26, 2);
    const open = buildScene(field([]));
    expect(gains(open, transmitterAt([0, 0, 1]), [6, 8, 1]).gain).toEqual(
      free(10).map((g) => expect.closeTo(g, 9)),
    );
    const touching = gains(open, transmitterAt([0, 0, 1]), [0, 0, 1]);
    expect(touching.gain).toEqual(free(0.3).map((g) => expect.closeTo(g, 9)));
    expect(touching.spread.every(Number.isFinite)).toBe(true);
  });

  test.each([
    ['straight on', [-4, 0, 1] as Point3, [4, 0, 1] as Point3, 0],
    ['at 60°', [-1, -Math.sqrt(3), 1] as Point3, [1, Math.sqrt(3), 1] as Point3, 60],
  ])('one slab of brick, %s', (_name, p, q, deg) => {
    const scene = buildScene(field([assembly('brick', [brick]), wall('w', [0, -18], [0, 18], 'brick')]));
    const d = Math.hypot(q[0] - p[0], q[1] - p[1]);
    bands.forEach((b, i) =>
      expect(gains(scene, transmitterAt(p), q).gain[i]).toBeCloseTo(
        -freeSpaceLoss(d, bandMiddleGHz[b]) - wallLoss([brick], b, deg),
        2,
      ),
    );
  });

  test('two slabs cost the sum of both, and the same make twice is the same error twice', () => {
    const scene = buildScene(
      field([
        assembly('brick', [brick]),
        wall('v', [0, -18], [0, 18], 'brick'),
        wall('w', [2, -18], [2, 18], 'brick'),
      ]),
    );
    const { gain, spread } = gains(scene, transmitterAt([-3, 0, 1]), [5, 0, 1]);
    bands.forEach((b, i) => {
      const one = wallLoss([brick], b, 0);
      expect(gain[i]).toBeCloseTo(-freeSpaceLoss(8, bandMiddleGHz[b]) - 2 * one, 2);
      expect(spread[i]).toBeCloseTo(Math.hypot(shadowingDb, unitOffsetDb, 2 * (2 + 0.2 * one)), 6);
    });
  });

  test('knife edge: J(0) 6.03 and J(1) 13.93 dB, and 30° over 3 m and 3 m at 5.5 GHz', () => {
    expect(knifeEdgeLoss(0)).toBeCloseTo(6.03, 2);
    expect(knifeEdgeLoss(1)).toBeCloseTo(13.93, 2);
    expect(fresnelNu(Math.PI / 6, 3, 3, waveM[1] ?? NaN)).toBeCloseTo(3.88, 2);
  });

  test('round the free end of a metal wall: free space over both legs and one turn', () => {
    const scene = buildScene(field([assembly('metal', [metal]), wall('w', [0, 0], [0, 19], 'metal')]));
    const [p, q]: [Point3, Point3] = [
      [-5, 2, 1.2],
      [4, 3, 1.2],
    ];
    const edge: Point3 = [0, -0.05, 1.2];
    const leg = (a: Point3, b: Point3) => [
      Math.hypot(a[0] - b[0], a[1] - b[1]),
      Math.atan2(b[1] - a[1], b[0] - a[0]),
    ];
    const [d1 = 0, a1 = 0] = leg(p, edge);
    const [d2 = 0, a2 = 0] = leg(edge, q);
    bands.forEach((b, i) => {
      const nu = fresnelNu(Math.abs(a2 - a1), d1, d2, waveM[i] ?? NaN);
      expect(gains(scene, transmitterAt(p), q).gain[i]).toBeCloseTo(
        -freeSpaceLoss(d1 + d2, bandMiddleGHz[b]) - knifeEdgeLoss(nu),
        4,
      );
    });
  });

  test('two turns: past two metal screens that overlap', () => {
    const screens = (gap: number) =>
      buildScene(
        field([
          assembly('metal', [metal]),
          wall('v', [0, -gap], [0, 60], 'metal'),
          wall('w', [2, -60], [2, gap], 'metal'),
        ]),
      );
    const tree = pathTree(screens(1), transmitterAt([-4, 0, 1.2]));
    const [path] = radioPathsTo(tree, [6, 0, 1.2], '5');
    const turns = path?.terms.filter((t) => t.kind === 'turn') ?? [];
    expect(turns).toHaveLength(2);
    expect(path?.points).toHaveLength(4);
    // the deeper the screens overlap, the weaker
    const gain = (gap: number) =>
      gains(screens(gap), transmitterAt([-4, 0, 1.2]), [6, 0, 1.2]).gain[1] ?? NaN;
    expect(gain(1)).toBeLessThan(gain(0.3));
    expect(gain(3)).toBeLessThan(gain(1));
  });
});

describe('ways round', () => {
  const door = (kind: 'door' | 'archway', assemblyId: string | null) =>
    makeRecord({
      type: 'opening',
      id: 'door',
      wallId: 'w',
      kind,
      offsetM: 18,
      widthM: 0.9,
      sillM: 0,
      headM: 2,
      assemblyId,
      hinge: 'start',
      swing: 'left',
    });

  test('beside a doorway in a heavy wall the signal comes through the doorway', () => {
    const solid = field([assembly('concrete', [concrete]), wall('w', [0, -18], [0, 18], 'concrete')]);
    const open = field([
      ...[...solid.byId.values()].filter((r) => r.type === 'assembly' || r.type === 'wall'),
      door('archway', null),
    ]);
    const [p, q]: [Point3, Point3] = [
      [-3, 1, 1.2],
      [3, 1, 1.2],
    ];
    const shut = gains(buildScene(solid), transmitterAt(p), q).gain;
    const through = gains(buildScene(open), transmitterAt(p), q).gain;
    // 5 GHz: 26 dB through 20 cm of concrete, less by the doorway 1 m aside
    expect((through[1] ?? 0) - (shut[1] ?? 0)).toBeGreaterThan(3);
    // straight through the doorway it is free space alone: no path is counted twice
    expect(gains(buildScene(open), transmitterAt([-3, 0, 1.2]), [3, 0, 1.2]).gain[1]).toBeCloseTo(
      free(6)[1] ?? NaN,
      9,
    );
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
    const tree = pathTree(well(true), transmitterAt([-1, 0, -1.5]));
    const [path] = radioPathsTo(tree, [-1.5, 0, 1.5], '5');
    expect(path?.terms.find((t) => t.kind === 'turn')?.label).toMatch(/rim of the stairwell/);
    const gain = (hole: boolean) =>
      gains(well(hole), transmitterAt([-1, 0, -1.5]), [-1.5, 0, 1.5]).gain[1] ?? NaN;
    expect(gain(true)).toBeGreaterThan(gain(false) + 20);
  });

  test('ten walls in a row do not add to 150 dB when there is a way past their ends', () => {
    const walls = Array.from({ length: 10 }, (_, i) => wall(`w${i}`, [i, -1], [i, 15], 'concrete'));
    const scene = buildScene(field([assembly('concrete', [concrete]), ...walls]));
    const loss =
      -(gains(scene, transmitterAt([-2, 1, 1.2]), [11, 1, 1.2]).gain[1] ?? NaN) - freeSpaceLoss(13, 5.5);
    expect(loss).toBeLessThan(65);
    expect(loss).toBeGreaterThan(20);
  });

  test('an obstacle is gone round when that is less than going through', () => {
    const tank = (lossDb: number) =>
      buildScene(
        field([
          makeRecord({
            type: 'obstacle',
            id: 'tank',
            storeyId: 's',
            name: 'Tank',
            symbol: 'box',
            xM: 0,
            yM: 0,
            widthM: 1,
            depthM: 1,
            turnDeg: 0,
            bottomM: 0,
            topM: 2,
            lossDb: { '2.4': lossDb, '5': lossDb, '6': lossDb },
          }),
        ]),
      );
    const loss = (db: number) =>
      -(gains(tank(db), transmitterAt([-3, 0, 1]), [3, 0, 1]).gain[1] ?? NaN) - freeSpaceLoss(6, 5.5);
    expect(loss(3)).toBeCloseTo(3, 6);
    expect(loss(40)).toBeLessThan(33);
    expect(loss(40)).toBeGreaterThan(6);
  });
});

describe('all over Quay House', () => {
  const job = demos[0]?.job;
  if (!job) throw new Error('no demo job');
  const scene = buildScene(job);
  const transmitter = transmitterAt([12.9, 1.15, 1.65], {
    patterns: ['dipole', 'dipole', 'half-space'],
    axis: [0, 0.6, 0.8],
  });
  const tree = pathTree(scene, transmitter);
  const r = random(3);
  const places = Array.from({ length: 600 }, (): Point3 => [
    r.uniform() * 50 - 4,
    r.uniform() * 40 - 22,
    r.uniform() * 11 - 2,
  ]);

  test('terms add up to their way, ways to the signal, in every band', () => {
    const out = makeReceived();
    let roundabout = 0;
    for (const to of places) {
      receive(tree, ...to, out);
      bands.forEach((band, b) => {
        const paths = radioPathsTo(tree, to, band);
        for (const w of paths) expect(w.terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(w.gainDb, 6);
        const sum = paths.reduce((all, w) => all + 10 ** (w.gainDb / 10), 0);
        expect(10 * Math.log10(sum)).toBeCloseTo(out.gainDb[b] ?? NaN, 6);
        expect(termsOfPaths(paths).reduce((all, t) => all + t.db, 0)).toBeCloseTo(out.gainDb[b] ?? NaN, 6);
        if (paths.length > 1) roundabout++;
        expect(Number.isFinite(out.spreadDb[b])).toBe(true);
      });
    }
    expect(roundabout).toBeGreaterThan(100);
  });

  test('nothing is stronger than the same distance in the open', () => {
    const plain = pathTree(scene, transmitterAt([12.9, 1.15, 1.65]));
    const out = makeReceived();
    for (const to of places) {
      receive(plain, ...to, out);
      const d = Math.hypot(to[0] - 12.9, to[1] - 1.15, to[2] - 1.65);
      free(d).forEach((g, b) => expect(out.gainDb[b]).toBeLessThanOrEqual(g + 0.01));
    }
  });

  test('the answer hangs on the place alone, not on what was asked before', () => {
    const again = buildScene(job);
    const other = pathTree(again, transmitter);
    const [a, b] = [makeReceived(), makeReceived()];
    for (const to of [...places].reverse()) receive(other, ...to, b);
    for (const to of places.slice(0, 100)) {
      receive(tree, ...to, a);
      receive(other, ...to, b);
      expect(b.gainDb).toEqual(a.gainDb);
      expect(b.spreadDb).toEqual(a.spreadDb);
    }
  });

  test('there and back cost nearly the same', () => {
    const rooms = job.storeys.flatMap((s) => gridsOf(job, s.id, 2)).map((g) => g.at);
    const middles = rooms.map((at): Point3 => [at[0] ?? 0, at[1] ?? 0, at[2] ?? 0]);
    const differences = middles.map((to) => {
      const there = gains(scene, transmitterAt([5, 5, 1]), to).gain[1] ?? NaN;
      const back = gains(scene, transmitterAt(to), [5, 5, 1]).gain[1] ?? NaN;
      return Math.abs(there - back);
    });
    differences.sort((x, y) => x - y);
    expect(differences.length).toBeGreaterThan(12);
    expect(differences[Math.floor(differences.length / 2)]).toBeLessThan(0.2);
    expect(differences[Math.floor(differences.length * 0.9)]).toBeLessThan(4);
  });

  test('a plug-in unit on its side or upside down is seen in the numbers', () => {
    const at: Point3 = [4, 5, 0.3];
    const upright = gains(
      scene,
      transmitterAt(at, { patterns: ['dipole', 'dipole', 'dipole'] }),
      [4.2, 5, 6.5],
    );
    const lying = gains(
      scene,
      transmitterAt(at, { patterns: ['dipole', 'dipole', 'dipole'], axis: [1, 0, 0] }),
      [4.2, 5, 6.5],
    );
    // a dipole is blind upwards until it lies down
    expect((lying.gain[1] ?? 0) - (upright.gain[1] ?? 0)).toBeGreaterThan(8);
    const ceiling = (z: number) =>
      gains(
        scene,
        transmitterAt(at, { patterns: ['half-space', 'half-space', 'half-space'], axis: [0, 0, z] }),
        [4.2, 5, 6.5],
      );
    expect((ceiling(1).gain[1] ?? 0) - (ceiling(-1).gain[1] ?? 0)).toBeCloseTo(10, 0);
  });
});

test('a unit whose place is not a number is refused; a band without a radio is silent', () => {
  const scene = buildScene(field([]));
  expect(() => pathTree(scene, transmitterAt([NaN, 0, 1]))).toThrow(
    'unit: its place or height is not a number',
  );
  const { gain } = gains(scene, transmitterAt([0, 0, 1], { patterns: ['isotropic', null, null] }), [3, 0, 1]);
  expect(gain[0]).toBeCloseTo(-freeSpaceLoss(3, bandMiddleGHz['2.4']), 9);
  expect(gain.slice(1)).toEqual([-Infinity, -Infinity]);
  expect(
    radioPathsTo(
      pathTree(scene, transmitterAt([0, 0, 1], { patterns: ['isotropic', null, null] })),
      [3, 0, 1],
      '5',
    ),
  ).toEqual([]);
});
