/** Readings as observations: which unit and band each was of, and what was computed for it. */
import { signalDbm } from '../network/signal';
import type { Job } from '../job/job';
import { bands, type Reading } from '../job/records';
import { networkOf } from '../network/backhaul';
import { radioOf, pathTreeOfUnit } from '../network/hops';
import { predictJob } from '../network/predict';
import { lossIdsCrossed, makeReceived, receive } from '../propagation/receive';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';
import type { Observation } from './fit';

/**
 * One observation for each spot and phase with a signal in dBm: the mean of its runs, held against the
 * unit and band that the device would join there, of the network as found (before) or as planned (after).
 * @param scene without anything taught.
 */
export function observationsOf(job: Job, scene: Scene): Observation[] {
  const received = makeReceived();
  return (['before', 'after'] as const).flatMap((phase) => {
    const of = (spotId: string): Reading[] =>
      job.readings.filter(
        (r) => r.spotId === spotId && r.phase === phase && r.connected && r.rssiDbm !== null,
      );
    if (!job.spots.some((s) => of(s.id).length)) return [];
    const network = networkOf(job, scene, phase === 'before' ? 'found' : 'planned');
    const predictions = new Map(predictJob(job, scene, network, { why: false }).map((p) => [p.spotId, p]));
    return job.spots.flatMap((spot): Observation[] => {
      const runs = of(spot.id);
      const heard = predictions.get(spot.id)?.heard;
      const backhaul = network.backhauls.find((f) => f.unit.id === heard?.unitId);
      if (!runs.length || !heard || !backhaul) return [];
      const to = placeInSpace(job, spot);
      const band = bands.indexOf(heard.band);
      const tree = pathTreeOfUnit(scene, backhaul, 'access');
      receive(tree, ...to, received);
      return [
        {
          spotId: spot.id,
          unitId: backhaul.unit.id,
          from: backhaul.at,
          to,
          band,
          lossIds: lossIdsCrossed(tree, received, band),
          readDbm: runs.reduce((sum, r) => sum + (r.rssiDbm ?? 0), 0) / runs.length,
          computedDbm: signalDbm(
            radioOf(backhaul.product, heard.band, 'access'),
            received,
            band,
            backhaul.mountDb,
          ),
          runs: runs.length,
        },
      ];
    });
  });
}
