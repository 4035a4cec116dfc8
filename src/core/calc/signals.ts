/** Every signal of a job, for checking the engine from outside. */
import { withPosterior } from '../calibration/posterior';
import type { Job } from '../job/job';
import { bands, type Band, type Id } from '../job/records';
import { networkOf, type Scenario } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import { makeReceived, receive } from '../propagation/receive';
import { buildScene, placeInSpace } from '../propagation/scene';

/** What one unit brings to one spot in one band. */
export interface SignalRow {
  unit: Id;
  spot: Id;
  band: Band;
  /** Signal − EIRP, dB, what its mount costs included; the device at the spot is isotropic. */
  gainDb: number;
  /** Standard deviation, dB. */
  spreadDb: number;
  /** Of the gain, what readings have taught, dB; 0 where learning is off. */
  learnt: number;
}

/** The signals of all units of a scenario, fed or not, at all spots, by unit, spot and band. Bands without a radio are left out. */
export function signalsOf(job: Job, scenario: Scenario): SignalRow[] {
  const scene = withPosterior(job, buildScene(job));
  const received = makeReceived();
  return [...networkOf(job, scene, scenario).placed.values()].flatMap((placed) => {
    const source = sourceOfUnit(scene, placed, 'access');
    return job.spots.flatMap((spot): SignalRow[] => {
      receive(source, ...placeInSpace(job, spot), received);
      return bands.flatMap((band, b) =>
        radioOf(placed.product, band, 'access')
          ? [
              {
                unit: placed.unit.id,
                spot: spot.id,
                band,
                gainDb: (received.gainDb[b] as number) - (placed.mountDb[b] ?? 0),
                spreadDb: received.spreadDb[b] as number,
                learnt: received.correctionDb[b] as number,
              },
            ]
          : [],
      );
    });
  });
}
