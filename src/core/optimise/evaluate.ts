/** What a plan is worth, worked out from its records alone: money, needs, everyone at once, snags, restrictions. */
import { snagsOf } from '../checks/snags';
import type { Sure } from '../checks/snag';
import { billOf } from '../design/bill';
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import { type Network, networkOf } from '../network/backhaul';
import { predictCabled, predictFixed } from '../network/fixedDevices';
import { type Load, loadOf, mostAirtime } from '../network/load';
import { type Prediction, predictJob } from '../network/predict';
import { sureEnough } from '../network/sureEnough';
import type { Scene } from '../propagation/model';
import { hourEur } from './planningInstance';
import { roomShare, roomsServed } from './roomSpots';
import { type Restriction, restrictionsOf } from './restrictions';

export interface PlanNeed {
  id: Id;
  /** A spot; a fixed device, over the air or by a cable; a room, where the job asks for rooms: its certainty is the part of its places that is served. */
  kind: 'spot' | 'device' | 'room';
  /** Surely enough: at least 90 %. */
  met: boolean;
  certainty: number;
  /** null: no signal would do, or a cable brings it. */
  headroomDb: number | null;
}

export interface Evaluation {
  /** Parts and work, in the job's currency. */
  costEur: number;
  partsEur: number;
  minutes: number;
  holes: number;
  needs: PlanNeed[];
  /** Every spot at once: does it fit, and what is used most, as a share of what it may carry. */
  atOnce: { fits: boolean; busiest: { what: string; share: number } | null };
  snags: { rule: string; sure: Sure }[];
  restrictions: Restriction[];
}

const needOf =
  (kind: PlanNeed['kind']) =>
  ({ spotId, certainty, headroomDb }: Prediction): PlanNeed => ({
    id: spotId,
    kind,
    met: certainty >= sureEnough,
    certainty,
    headroomDb: Number.isFinite(headroomDb) ? headroomDb : null,
  });

/** Fixed devices over the air, over their cables, and those that have neither. */
export function deviceNeeds(job: Job, scene: Scene, network: Network): PlanNeed[] {
  const onAir = predictFixed(job, scene, network).map(needOf('device'));
  const cabled = predictCabled(job, network).map(({ deviceId, certainty }): PlanNeed => ({
    ...{ id: deviceId, kind: 'device', certainty, headroomDb: null },
    met: certainty >= sureEnough,
  }));
  const known = new Set([...onAir, ...cabled].map((n) => n.id));
  const without = job.fixedDevices
    .filter((d) => !known.has(d.id) && d.portMbps > 0)
    .map((d): PlanNeed => ({ id: d.id, kind: 'device', met: false, certainty: 0, headroomDb: null }));
  return [...onAir, ...cabled, ...without];
}

/** Rooms, where the job asks for them. */
export const roomNeeds = (job: Job, scene: Scene, network: Network): PlanNeed[] =>
  roomsServed(job, scene, network).map(({ roomId, share }) => ({
    ...{ id: roomId, kind: 'room', met: share >= roomShare - 1e-9, certainty: share, headroomDb: null },
  }));

/** What is used most when everyone uses their need at once. */
function busiestOf(job: Job, load: Load): Evaluation['atOnce']['busiest'] {
  const all = [
    ...load.channels.map((c) => ({ what: c.words, share: (c.airtime + c.busyShare) / mostAirtime })),
    ...load.links.map((l) => ({
      what: `link ${l.linkId}`,
      share: l.allowsMbps > 0 ? l.downMbps / l.allowsMbps : Infinity,
    })),
    {
      what: 'the street',
      share: Math.max(
        load.plan.downMbps / Math.max(1, job.info.planDownMbps),
        load.plan.upMbps / Math.max(1, job.info.planUpMbps),
      ),
    },
  ];
  return all.reduce<Evaluation['atOnce']['busiest']>(
    (most, one) => (most === null || one.share > most.share ? one : most),
    null,
  );
}

/** Evaluates the plan of a job. @param scene of the same house; plans of one house share it. */
export function evaluatePlan(job: Job, scene: Scene): Evaluation {
  const network = networkOf(job, scene, 'planned');
  const predictions = predictJob(job, scene, network, { why: false });
  const { partsEur, minutes, holes } = billOf(job);
  const load = loadOf(job, network, predictions);
  return {
    costEur: partsEur + (minutes / 60) * hourEur,
    partsEur,
    minutes,
    holes,
    needs: [
      ...predictions.map(needOf('spot')),
      ...deviceNeeds(job, scene, network),
      ...roomNeeds(job, scene, network),
    ],
    atOnce: { fits: load.fits, busiest: busiestOf(job, load) },
    snags: snagsOf(job, scene, network).map(({ rule, sure }) => ({ rule, sure })),
    restrictions: restrictionsOf(job, scene),
  };
}
