import type { Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import type { Network } from '@/core/network/backhaul';
import type { Hop } from '@/core/network/hops';
import { loadOf } from '@/core/network/load';
import { predictJob } from '@/core/network/predict';
import type { Scene } from '@/core/propagation/model';
import type { FieldRequest, LinkAnswer, NetworkAnswer } from './protocol';

const linkAnswer = (linkId: Id, { downMbps, upMbps, wireless }: Hop): LinkAnswer => ({
  linkId,
  downMbps,
  upMbps,
  air: wireless && {
    band: wireless.band,
    downDbm: wireless.downDbm,
    upDbm: wireless.upDbm,
    spreadDb: wireless.spreadDb,
    terms: wireless.terms,
  },
});

/** How a network does as a whole: all spots, the load and each link once; reasons only where it is fine. */
export function networkAnswer(
  job: Job,
  scene: Scene,
  network: Network,
  { scenario, quality }: Pick<FieldRequest, 'scenario' | 'quality'>,
): NetworkAnswer {
  const predictions = predictJob(job, scene, network, { why: quality === 'fine' });
  const hops = new Map(network.backhauls.flatMap((f) => f.hops.map((h) => [h.link.id, h])));
  return {
    scenario,
    predictions,
    load: loadOf(job, network, predictions),
    links: [...hops].map(([linkId, h]) => linkAnswer(linkId, h)),
    unfed: network.withoutUplink.map((u) => ({ unitId: u.unit.id, why: u.why })),
  };
}
