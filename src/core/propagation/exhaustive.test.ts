import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { exhaustivePaths } from '@/testing/exhaustivePaths';
import { randomHouse } from '@/testing/randomHouse';
import { type Job, jobFromRecords } from '../job/job';
import { random } from '../statistics/random';
import { pathTree } from './pathTree';
import { makeReceived, receive } from './receive';
import { buildScene, placeInSpace } from './scene';

const everywhere = ['isotropic', 'isotropic', 'isotropic'] as const;

/** How far the engine is from trying every sequence of edges, dB, for places all over a house. */
function differences(job: Job, seed: number, transmitters: number): number[] {
  const scene = buildScene(job);
  const gainBetween = exhaustivePaths(job, scene);
  const received = makeReceived();
  const r = random(seed);
  const [storey] = job.storeys;
  if (!storey) throw new Error('a house without a storey');
  const [x1, y1] = [Math.max(...job.walls.map((w) => w.bx)), Math.max(...job.walls.map((w) => w.by))];
  return Array.from({ length: transmitters }, () => {
    const at = placeInSpace(job, {
      storeyId: storey.id,
      xM: r.uniform() * x1,
      yM: r.uniform() * y1,
      heightM: 0.3 + r.uniform() * 2,
    });
    const tree = pathTree(scene, { at, axis: [0, 0, 1], patterns: everywhere });
    return job.spots.flatMap((spot) => {
      const to = placeInSpace(job, spot);
      receive(tree, ...to, received);
      return gainBetween(at, to).map((db, b) => (received.gainDb[b] ?? NaN) - db);
    });
  }).flat();
}

test('the quick search finds what trying every sequence of up to three edges finds', () => {
  const off = [
    ...differences(jobFromRecords(tanneryLofts()), 1, 8),
    ...[1, 2, 3, 4].flatMap((seed) => differences(randomHouse(seed), seed, 6)),
  ].sort((a, b) => a - b);
  const part = (share: number) => off[Math.floor(share * (off.length - 1))] ?? NaN;
  expect(off.length).toBeGreaterThan(400);
  // never louder than all paths together; tables of angles round by some hundredths
  expect(part(1)).toBeLessThan(0.05);
  expect(Math.abs(part(0.5))).toBeLessThan(0.01);
  expect(part(0.1)).toBeGreaterThan(-0.12);
  expect(part(0.01)).toBeGreaterThan(-1);
  expect(part(0)).toBeGreaterThan(-4);
  expect(off.filter((x) => x < -0.3).length).toBeLessThanOrEqual(10);
});
