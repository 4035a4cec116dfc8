import { inRegion } from '../../geometry/region';
import { get } from '../../job/job';
import { siteOf } from '../../job/site';
import type { SnagRule } from '../snag';

/** A unit that stands in no room: inside a wall, or beside the house. */
export const unitInNoRoom: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const rooms = job.rooms.filter((r) => r.storeyId === unit.storeyId);
    // under the eaves of a house is a place, though no room
    const isHeld = siteOf(job, unit) !== get(job, 'storey', unit.storeyId).buildingId;
    return rooms.length > 0 && !isHeld && !rooms.some((r) => inRegion(r, unit.xM, unit.yM))
      ? {
          what: `${unit.letter} stands in no room`,
          why: 'The unit is drawn inside a wall or beside the rooms. Its signal is calculated from there.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
