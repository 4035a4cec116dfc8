/** How often a verdict says «proven» of a spot whose true median is below its need: on simulated houses. */
import { applyEdit, putOne } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import { jobFromRecords } from '@/core/job/job';
import type { Spot } from '@/core/job/records';
import { testDevice } from '@/core/job/testDevice';
import { noteRun } from '@/core/proof/noteRun';
import { proveSpot } from '@/core/proof/spotProof';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** Runs that a verdict is made from, and runs that stand for the truth. */
const [judged, truth] = [5, 41];

export interface FalseProof {
  spots: number;
  proven: number;
  /** Proven although the true median misses the need in one measure or more. */
  falsely: number;
  /** Not proven although the true median meets all of it: what caution costs. */
  missed: number;
}

/**
 * One simulated house by its seed: every spot gets five runs after the work and a verdict, which is held
 * against the median of 41 further runs.
 * @param job with a plan; its readings are not used.
 */
export function falseProof(job: Job, seed: number): FalseProof {
  const bare = jobFromRecords([...job.byId.values()].filter((r) => r.type !== 'reading'));
  const house = applyEdit(bare, putOne('x', { ...bare.info, simulationSeed: seed })).job;
  const device = testDevice(house);
  const out: FalseProof = { spots: 0, proven: 0, falsely: 0, missed: 0 };
  if (!device) return out;
  const hidden = hiddenTruth(house);
  const network = trueNetwork(house, hidden, 'after');
  const runs = (spot: Spot, from: number, count: number) =>
    Array.from({ length: count }, (_, i) =>
      noteRun(house, spot, 'after', from + i, {
        takenAt: '2026-11-20T10:00:00.000Z',
        ...simulateRun(house, hidden, network, spot, device, 'after', from + i),
        source: 'simulated',
      }),
    );
  const prove = (spot: Spot, from: number, count: number) =>
    proveSpot(jobFromRecords([...house.byId.values(), ...runs(spot, from, count)]), spot);
  for (const spot of house.spots) {
    const { verdict } = prove(spot, 1, judged);
    const { after, need } = prove(spot, 101, truth);
    const meets =
      (after.downMbps ?? 0) >= need.downMbps &&
      (after.upMbps ?? 0) >= need.upMbps &&
      (after.latencyMs ?? Infinity) <= need.latencyMs;
    const proven = verdict === 'cured' || verdict === 'holds';
    out.spots++;
    if (proven) out.proven++;
    if (proven && !meets) out.falsely++;
    if (!proven && meets) out.missed++;
  }
  return out;
}
