import { demos } from '@/testing/demoJobs';
import { falseProof } from './falseProof';

test('hardly a spot is called proven whose true median misses its need', () => {
  const demo = demos[0]?.job;
  if (!demo) throw new Error('no demo job');
  const sum = { spots: 0, proven: 0, falsely: 0, missed: 0 };
  for (let seed = 1; seed <= 6; seed++) {
    const r = falseProof(demo, seed);
    sum.spots += r.spots;
    sum.proven += r.proven;
    sum.falsely += r.falsely;
    sum.missed += r.missed;
  }
  expect(sum.spots).toBe(6 * demo.spots.length);
  // most of what the plan promises holds, so the share below is of something
  expect(sum.proven).toBeGreaterThan(0.5 * sum.spots);
  expect(sum.falsely / sum.proven).toBeLessThanOrEqual(0.01);
});
