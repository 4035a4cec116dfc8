/** Learning on simulated houses with a hidden truth: error of what is held back before and after, and how honest the band is. */
import { type Job, jobFromRecords } from '@/core/job/job';
import { buildScene } from '@/core/propagation/scene';
import { falseProof } from '@/standins/falseProof';
import { heldBack } from '@/standins/heldBack';

const houses = 60;

export function learningFigures(demo: Job): object[] {
  const job = jobFromRecords([...demo.byId.values()].filter((r) => r.type !== 'reading'));
  const scene = buildScene(job);
  const sum = { n: 0, before: 0, after: 0, insideBefore: 0, insideAfter: 0 };
  for (let seed = 1; seed <= houses; seed++) {
    const r = heldBack(job, scene, seed, (_, i) => i % 3 === seed % 3);
    sum.n += r.after.length;
    sum.before += r.before.reduce((a, b) => a + b, 0);
    sum.after += r.after.reduce((a, b) => a + b, 0);
    sum.insideBefore += r.insideBefore;
    sum.insideAfter += r.insideAfter;
  }
  const proof = { spots: 0, proven: 0, falsely: 0, missed: 0 };
  for (let seed = 1; seed <= houses; seed++) {
    const r = falseProof(demo, seed);
    proof.spots += r.spots;
    proof.proven += r.proven;
    proof.falsely += r.falsely;
    proof.missed += r.missed;
  }
  const share = (v: number) => `${((100 * v) / sum.n).toFixed(1)} %`;
  return [
    {
      what: `mean error of ${sum.n} signals held back in ${houses} houses, dB`,
      before: (sum.before / sum.n).toFixed(2),
      after: (sum.after / sum.n).toFixed(2),
    },
    { what: 'share within the 90 % band', before: share(sum.insideBefore), after: share(sum.insideAfter) },
    {
      what: `proven of ${proof.spots} spots after five runs; falsely, of those; missed, of all`,
      before: String(proof.proven),
      after: `${proof.falsely} (${((100 * proof.falsely) / proof.proven).toFixed(2)} %); ${proof.missed}`,
    },
  ];
}
