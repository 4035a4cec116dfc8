import { quayHouse } from '@/../demo/make/quayHouse';
import { bruteForceCost } from '@/testing/bruteForce';
import { randomInstance } from '@/testing/randomInstance';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { buildScene } from '../propagation/scene';
import { keptOf } from './kept';
import { anyDb } from './choice';
import { reducedAt } from './reducedAt';

const base = keptOf(jobFromRecords(quayHouse()));
const scene = buildScene(base);
const network = networkOf(base, scene, 'planned');

test.each([
  [anyDb, false],
  [8, false],
  [15, false],
  [anyDb, true],
  [8, true],
])(
  'with a headroom of %d the options that are left cost what all do, by trying every choice, units behind units: %s',
  (leastDb, deep) => {
    let [fewer, solvable] = [0, 0];
    for (let seed = 1; seed <= 80; seed++) {
      const instance = randomInstance(seed, base, scene, network, deep);
      const left = reducedAt(instance, instance.options, leastDb);
      // two at one place are minded in another solution
      const all = bruteForceCost(instance, null, leastDb);
      const some = bruteForceCost({ ...instance, options: left }, null, leastDb);
      const places = new Set(instance.options.map((c) => c.candidate.id)).size;
      if (Number.isFinite(all)) solvable++;
      if (left.length < instance.options.length) fewer++;
      if (places === instance.options.length) expect([seed, some]).toEqual([seed, all]);
      else expect(some).toBeGreaterThanOrEqual(all - 0.01);
    }
    expect(fewer).toBeGreaterThan(60);
    expect(solvable).toBeGreaterThan(20);
  },
);

test('what hangs on an option that is left out is left out, and nothing hangs in the air', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const instance = randomInstance(seed, base, scene, network);
    const left = reducedAt(instance, instance.options, anyDb);
    const ids = new Set(left.map((c) => c.id));
    expect(left.every((c) => c.parent === null || ids.has(c.parent))).toBe(true);
    expect(ids.size).toBe(left.length);
  }
});

test('where every spot is served nothing is left', () => {
  const instance = randomInstance(3, base, scene, network);
  const [sample] = instance.options.flatMap((c) => [...c.serves.values()]);
  if (!sample) throw new Error('nothing serves');
  const served = new Map(instance.spots.map((s) => [s.id, { ...sample, headroomDb: 40 }]));
  expect(reducedAt({ ...instance, served }, instance.options, anyDb)).toEqual([]);
});
