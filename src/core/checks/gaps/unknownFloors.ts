import { find } from '../../job/job';
import { gap, type GapRule } from '../surveyGap';

/** Boards on joists or concrete: this much apart, dB (planning value). */
const floorSpreadDb = 6;

/** Storeys whose floor is of nothing known. */
export const unknownFloors: GapRule = ({ job }) =>
  job.storeys
    .filter((s) => s.floorAssemblyId === null && find(job, 'building', s.buildingId)?.kind !== 'outdoors')
    .map((s) =>
      gap({
        id: `floor-${s.id}`,
        subject: `Floor of ${s.name}`,
        missing: 'construction',
        spreadDb: floorSpreadDb,
        spots: job.spots.filter((spot) => spot.storeyId === s.id).length,
        recordId: s.id,
      }),
    );
