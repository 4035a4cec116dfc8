import { inRegion } from '../../geometry/region';
import type { Job } from '../../job/job';
import type { Room } from '../../job/records';
import { isClosed } from '../../survey/rooms';
import { isOutdoors, storeyGraph } from '../../survey/storeyGraph';
import { openGaps, partRooms } from '../openGaps';
import { gap, type GapRule } from '../surveyGap';

/** Rooms that no walls close: their outline is drawn by hand, or runs into a neighbour. */
export const openRooms: GapRule = ({ job }) =>
  job.storeys
    .filter((s) => !isOutdoors(job, s.id))
    .filter((s) => storeyGraph(job, s.id).faces.length > 0 || openGaps(job, s.id).length === 0)
    .flatMap((storey) => {
      const open = job.rooms.filter((r) => r.storeyId === storey.id && !isClosed(job, r));
      return open.map((room) => {
        const other = open.find((r) => r.id !== room.id && sharesSpace(job, room, r));
        const repair = other && partRooms(job, room.id, other.id);
        return gap({
          id: `open-${room.id}`,
          subject: room.name,
          missing: other ? `no wall to ${other.name}` : 'not closed by walls',
          touches: 'its area',
          recordId: room.id,
          repair: repair ? { name: 'Part', edit: repair } : null,
        });
      });
    });

/** Do two rooms lie in one and the same space between walls? */
function sharesSpace(job: Job, a: Room, b: Room): boolean {
  const middle = (r: Room) =>
    [
      r.outline.reduce((s, p) => s + p[0], 0) / r.outline.length,
      r.outline.reduce((s, p) => s + p[1], 0) / r.outline.length,
    ] as const;
  return storeyGraph(job, a.storeyId).faces.some(
    (f) => inRegion(f, ...middle(a)) && inRegion(f, ...middle(b)),
  );
}
