/** The half-way baseline that a proposal is held against: each unit half-way to the spot it is for, over the air. */
import { sureEnough } from '../network/sureEnough';
import { boundsOf, fromSite } from '../geometry/place';
import { applyEdit, putOne } from '../job/edits';
import { find, get, type Job } from '../job/job';
import type { Id, Storey, Unit } from '../job/records';
import { networkOf } from '../network/backhaul';
import { type Prediction, predictJob } from '../network/predict';
import { airPairings, linkTo } from '../network/linkTo';
import { placeInSpace } from '../propagation/scene';
import type { Scene } from '../propagation/model';

export interface HalfwayBaseline {
  letter: string;
  /** The spot it is for: of those that it serves the one with least headroom. */
  spotId: Id;
  /** What that spot gets as proposed, and with the unit half-way. */
  downMbps: number;
  halfWayMbps: number;
  /** Needs met in all then, and as proposed, at 90 %. */
  halfWayMet: number;
  met: number;
}

const metOf = (list: readonly Prediction[]) => list.filter((p) => p.certainty >= sureEnough).length;

/**
 * For each proposed unit that serves a spot: what would come of putting it half-way, in a straight line,
 * between the unit that feeds it and that spot, joined over the air.
 * @param planned the job with the proposal in its plan. @param units those that are new.
 */
export function halfwayBaselines(
  planned: Job,
  scene: Scene,
  units: readonly Unit[],
  predictions: readonly Prediction[],
): HalfwayBaseline[] {
  return units.flatMap((unit): HalfwayBaseline[] => {
    const own = predictions.filter((p) => p.unitId === unit.id);
    const link = planned.links.find((l) => l.unitId === unit.id);
    const parent = find(planned, 'unit', link?.fromUnitId);
    if (!link || !parent || own.length === 0) return [];
    const weakest = own.reduce((low, p) => (p.headroomDb < low.headroomDb ? p : low));
    const spot = get(planned, 'spot', weakest.spotId);
    const [a, b] = [placeInSpace(planned, parent), placeInSpace(planned, spot)];
    const middle = [0, 1, 2].map((k) => ((a[k] ?? 0) + (b[k] ?? 0)) / 2);
    const at = storeyAt(planned, middle);
    if (!at) return [];
    const [pairing] = airPairings(get(planned, 'kit', parent.kitId), get(planned, 'kit', unit.kitId)).filter(
      (p) => p.band !== '2.4',
    );
    const moved: Unit = { ...unit, ...at, mount: 'shelf' };
    const halfWay = applyEdit(planned, {
      ...putOne(
        '',
        moved,
        ...(pairing ? [linkTo(planned, moved, parent, { medium: 'wireless', ...pairing })] : []),
      ),
      remove: pairing ? [] : [link.id],
    }).job;
    const then = predictJob(halfWay, scene, networkOf(halfWay, scene, 'planned'), { why: false });
    return [
      {
        letter: unit.letter,
        spotId: spot.id,
        downMbps: weakest.downMbps,
        halfWayMbps: then.find((p) => p.spotId === spot.id)?.downMbps ?? 0,
        halfWayMet: metOf(then),
        met: metOf(predictions),
      },
    ];
  });
}

/** The storey that a place in space is on, and where on it; in the open the yard's. Null where there is none. */
function storeyAt(
  job: Job,
  [x = 0, y = 0, z = 0]: readonly number[],
): Pick<Unit, 'storeyId' | 'xM' | 'yM' | 'heightM'> | null {
  const place = (s: Storey) => {
    const [xM, yM] = fromSite(get(job, 'building', s.buildingId), x, y);
    return { storeyId: s.id, xM, yM, heightM: Math.max(0.2, Math.min(s.heightM - 0.2, z - s.floorZM)) };
  };
  const inside = job.storeys
    .filter((s) => {
      const building = get(job, 'building', s.buildingId);
      if (building.kind === 'outdoors') return false;
      const [x0, y0, x1, y1] = boundsOf(building.outline);
      const p = fromSite(building, x, y);
      return p[0] >= x0 && p[0] <= x1 && p[1] >= y0 && p[1] <= y1;
    })
    .sort((p, q) => Math.abs(z - p.floorZM - 1.2) - Math.abs(z - q.floorZM - 1.2));
  const yard = job.storeys.find((s) => get(job, 'building', s.buildingId).kind === 'outdoors');
  const storey = inside[0] ?? yard;
  return storey ? place(storey) : null;
}
