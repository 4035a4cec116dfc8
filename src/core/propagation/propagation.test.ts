import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '@/core/job/job';
import { assemblyLoss, assemblySpread } from '@/core/materials/assemblyLoss';
import { crossings, makeCrossings } from './crossings';
import { axisOf, patternGain } from './pattern';
import { freeSpaceLoss, makePathLoss, pathLoss, pathTerms, shadowingDb, unitOffsetDb } from './pathLoss';
import { buildScene } from './scene';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);
const hits = makeCrossings(scene);
const crossed = (p: [number, number, number], q: [number, number, number]) => {
  crossings(scene, ...p, ...q, hits);
  return hits.id.slice(0, hits.count).sort();
};

test('free space: 10 m at 5.5 GHz, and no nearer than 0.3 m', () => {
  expect(freeSpaceLoss(10, 5.5)).toBeCloseTo(67.26, 2);
  expect(freeSpaceLoss(0, 5.5)).toBe(freeSpaceLoss(0.3, 5.5));
});

describe('what a path crosses', () => {
  test('a wall, or the door in it', () => {
    expect(crossed([4, 5, 1], [6, 5, 1])).toEqual(['ground-w-5']);
    // the door of the Parlour is at y 7.2, 2 m high: through it, and over its head
    expect(crossed([4.5, 7.2, 1], [5.6, 7.2, 1])).toEqual([expect.stringMatching(/^ground-w-5-o/)]);
    expect(crossed([4.5, 7.2, 2.6], [5.6, 7.2, 2.6])).toEqual(['ground-w-5']);
  });
  test('a floor, and the open stairwell in it', () => {
    expect(crossed([2, 6, 2], [2, 6, 4])).toEqual(['first']);
    expect(crossed([6.6, 1, 2], [6.6, 1, 4])).not.toContain('first');
  });
  test('a roof slope and the gable', () => {
    expect(crossed([5, 3, 7], [5, 3, 14])).toEqual(['house']);
    expect(crossed([2, 3, 7], [-3, 3, 7])).toEqual([expect.stringMatching(/^attic-w/)]);
  });
  test('nothing in the open, nothing of no length', () => {
    expect(crossed([20, -12, 1], [25, -12, 1])).toEqual([]);
    expect(crossed([2, 6, 1], [2, 6, 1])).toEqual([]);
  });
});

test('one wall at right angles: free space plus its loss; spreads add as squares', () => {
  const loss = makePathLoss();
  const brick = get(job, 'assembly', 'asm-brick-solid');
  pathLoss(scene, [4, 5, 1.35], 6, 5, 1.35, hits, loss);
  expect(loss.lossDb[1]).toBeCloseTo(freeSpaceLoss(2, 5.5) + assemblyLoss(brick, '5', 0), 9);
  expect(loss.spreadDb[1]).toBeCloseTo(Math.hypot(shadowingDb, unitOffsetDb, assemblySpread(brick, '5')), 9);
});

test('the same assembly twice is the same error twice', () => {
  const loss = makePathLoss();
  const brick = get(job, 'assembly', 'asm-brick-solid');
  // through both spine walls on a line that meets no door
  pathLoss(scene, [4, 6.3, 1.35], 9, 6.3, 1.35, hits, loss);
  expect(hits.count).toBe(2);
  expect(loss.spreadDb[0]).toBeCloseTo(
    Math.hypot(shadowingDb, unitOffsetDb, 2 * assemblySpread(brick, '2.4')),
    9,
  );
});

test('an explanation adds up to its value, everywhere in the house and yard', () => {
  const loss = makePathLoss();
  for (let i = 0; i < 400; i++) {
    const to: [number, number, number] = [
      ((i * 37) % 460) / 10 - 2,
      ((i * 53) % 310) / 10 - 19,
      ((i * 29) % 80) / 10 - 2,
    ];
    pathLoss(scene, [12.9, 1.15, 1.65], ...to, hits, loss);
    (['2.4', '5', '6'] as const).forEach((band, b) => {
      const terms = pathTerms(scene, [12.9, 1.15, 1.65], to, band, hits);
      expect(terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(loss.lossDb[b] ?? NaN, 6);
      expect(Number.isFinite(loss.lossDb[b])).toBe(true);
    });
  }
});

test('aerials: a dipole is blind along its axis, and turning it turns that', () => {
  const upright = axisOf({ tiltDeg: 0, facingDeg: 0 });
  const lying = axisOf({ tiltDeg: 90, facingDeg: 90 });
  expect(upright).toEqual([0, -0, 1]);
  expect(lying[0]).toBeCloseTo(1, 9);
  expect(patternGain('dipole', 0)).toBeCloseTo(0, 6);
  expect(patternGain('dipole', 1)).toBe(-12);
  expect(patternGain('half-space', 1)).toBeCloseTo(0, 9);
  expect(patternGain('half-space', -1)).toBeCloseTo(-10, 9);
  expect(patternGain('isotropic', -1)).toBe(0);
});

test('a job with no walls at all still has a scene', () => {
  const open = jobFromRecords(
    [...job.byId.values()].filter(
      (r) =>
        !['wall', 'opening', 'obstacle', 'building', 'storey'].includes(r.type) &&
        !('storeyId' in r) &&
        r.type !== 'link' &&
        r.type !== 'reading',
    ),
  );
  const empty = buildScene(open);
  const loss = makePathLoss();
  pathLoss(empty, [0, 0, 1], 3, 4, 1, makeCrossings(empty), loss);
  expect(loss.lossDb[1]).toBeCloseTo(freeSpaceLoss(5, 5.5), 9);
});
