/** What the household rules out, and whether a plan keeps to it. */
import { billOf } from '../design/bill';
import { find, type Job } from '../job/job';
import type { Link, Unit } from '../job/records';
import {
  type CableEnd,
  type CableEstimate,
  cableEstimate,
  cableLimitsOf,
  patchM,
} from '../media/cableEstimate';
import type { Scene } from '../propagation/model';

export interface Restriction {
  rule: 'no hole' | 'no hole outside' | 'no cable in sight' | 'budget';
  broken: boolean;
}

/** A cable of the plan that is new: what was found in the house breaks nothing any more. */
function newCables(job: Job, scene: Scene): (CableEstimate & { inSight: boolean })[] {
  const ends = (l: Link): [Unit | undefined, Unit | undefined] => [
    find(job, 'unit', l.fromUnitId),
    find(job, 'unit', l.unitId),
  ];
  const toDevices = job.deviceCables.flatMap((cable) => {
    const [from, to] = [find(job, 'unit', cable.fromUnitId), find(job, 'fixedDevice', cable.deviceId)];
    return from?.planned && to && !cable.found
      ? [judged(job, scene, from, to, { ...cable, points: [] })]
      : [];
  });
  const toUnits = job.links.flatMap((link) => {
    const [from, to] = ends(link);
    const isCable = link.medium === 'ethernet' || link.medium === 'fibre';
    if (!isCable || !from?.planned || !to?.planned || (from.found && to.found)) return [];
    return [judged(job, scene, from, to, link)];
  });
  return [...toUnits, ...toDevices];
}

function judged(
  job: Job,
  scene: Scene,
  from: CableEnd,
  to: CableEnd,
  { holes: counted, points }: Pick<Link, 'holes' | 'points'>,
): CableEstimate & { inSight: boolean } {
  const estimate = cableEstimate(job, scene, from, to, points);
  // what someone has counted is right
  const holes = counted ?? estimate.holes;
  const alongM = estimate.lengthM - (points.length ? 0 : from.heightM + to.heightM);
  const inSight = holes === 0 && estimate.route === null && alongM > patchM;
  return { ...estimate, holes, outerHoles: Math.min(holes, estimate.outerHoles), inSight };
}

/** The restrictions that are in force, each with whether the plan breaks it. */
export function restrictionsOf(job: Job, scene: Scene): Restriction[] {
  const cables = newCables(job, scene);
  const limits = cableLimitsOf(job.info);
  const { budget } = job.info;
  return [
    ...(limits.noHole ? [{ rule: 'no hole' as const, broken: cables.some((c) => c.holes > 0) }] : []),
    ...(limits.noOuterHole
      ? [{ rule: 'no hole outside' as const, broken: cables.some((c) => c.outerHoles > 0) }]
      : []),
    ...(limits.noSight
      ? [
          {
            rule: 'no cable in sight' as const,
            broken: cables.some((c) => c.inSight),
          },
        ]
      : []),
    ...(budget !== null ? [{ rule: 'budget' as const, broken: billOf(job).partsEur > budget }] : []),
  ];
}
