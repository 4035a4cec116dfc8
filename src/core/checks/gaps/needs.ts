import { gap, type GapRule } from '../surveyGap';

/** Spots and needs: without them nothing can be proven. */
export const needs: GapRule = ({ job }) => {
  const none =
    job.spots.length === 0
      ? [gap({ id: 'spots', subject: 'Spots', missing: 'none set', touches: 'the proof', needed: true })]
      : [];
  const ofRooms = job.rooms.flatMap((room) => {
    const spots = job.spots.filter((s) => s.roomId === room.id);
    const about = { subject: room.name, recordId: room.id };
    if (room.activityIds.length > 0 && spots.length === 0)
      return [gap({ ...about, id: `spot-${room.id}`, missing: 'a need, but no spot', touches: 'its proof' })];
    if (room.activityIds.length === 0 && spots.some((s) => s.activityIds === null))
      return [gap({ ...about, id: `need-${room.id}`, missing: 'spots, but no need', spots: spots.length })];
    return [];
  });
  return [...none, ...ofRooms];
};
