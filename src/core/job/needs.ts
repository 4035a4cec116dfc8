import { find, type Job } from './job';
import type { Activity, Id, Room, Spot } from './records';

/** What a place must get: activities at the same time, summed; the strictest latency. */
export interface Need {
  downMbps: number;
  upMbps: number;
  latencyMs: number;
  activities: string[];
}

/** Adds up activities that may run at once. No activity: 0 Mbps and any latency. */
export function needOf(job: Job, activityIds: readonly Id[]): Need {
  const chosen = activityIds
    .map((id) => find(job, 'activity', id))
    .filter((a): a is Activity => a !== undefined);
  return {
    downMbps: chosen.reduce((sum, a) => sum + a.downMbps, 0),
    upMbps: chosen.reduce((sum, a) => sum + a.upMbps, 0),
    latencyMs: chosen.reduce((least, a) => Math.min(least, a.latencyMs), 5000),
    activities: chosen.map((a) => a.name),
  };
}

export const roomNeed = (job: Job, room: Room): Need => needOf(job, room.activityIds);

/** A spot's own need, or its room's. */
export function spotNeed(job: Job, spot: Spot): Need {
  return needOf(job, spot.activityIds ?? find(job, 'room', spot.roomId)?.activityIds ?? []);
}
