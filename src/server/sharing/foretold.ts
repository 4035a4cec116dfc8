/** What the plan predicts, for the pages of phones: worked out once for each plan, not with each run that comes in. */
import { createHash } from 'node:crypto';
import type { Job } from '@/core/job/job';
import type { Id, RecordType } from '@/core/job/records';
import { networkOf } from '@/core/network/backhaul';
import { predictJob } from '@/core/network/predict';
import { buildScene } from '@/core/propagation/scene';

export interface PlanForetold {
  spots: { spotId: Id; downMbps: number; upMbps: number; certainty: number }[];
  /** By the unit that a link feeds: signal over the air, dBm, or null on a wire; what it carries, Mbps. */
  links: { unitId: Id; air: { dbm: number; spreadDb: number } | null; mbps: number }[];
}

/** What is measured and done changes no prediction here. */
const besidePlan = new Set<RecordType>([
  'reading',
  'roamWalk',
  'stepRun',
  'stepEdit',
  'visit',
  'netSettings',
]);
const kept = new Map<Id, { key: string; foretold: PlanForetold }>();
/** Most jobs that are kept. */
const mostKept = 4;

export function foretoldOf(job: Job): PlanForetold {
  const plan = [...job.byId.values()].filter((r) => !besidePlan.has(r.type));
  const key = createHash('sha256').update(JSON.stringify(plan)).digest('hex');
  const had = kept.get(job.info.id);
  if (had?.key === key) return had.foretold;
  const scene = buildScene(job);
  const network = networkOf(job, scene, 'planned');
  const hops = new Map(network.backhauls.flatMap((f) => f.hops.map((h) => [h.link.id, h])));
  const foretold: PlanForetold = {
    spots: predictJob(job, scene, network, { why: false }).map(({ spotId, downMbps, upMbps, certainty }) => ({
      spotId,
      downMbps,
      upMbps,
      certainty,
    })),
    links: [...hops.values()].map(({ link, wireless, downMbps }) => ({
      unitId: link.unitId,
      air: wireless && { dbm: wireless.downDbm, spreadDb: wireless.spreadDb },
      mbps: downMbps,
    })),
  };
  kept.set(job.info.id, { key, foretold });
  const [oldest] = kept.keys();
  if (kept.size > mostKept && oldest !== undefined) kept.delete(oldest);
  return foretold;
}
