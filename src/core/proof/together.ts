/** Runs that several devices made at the same time on purpose: did all needs fit at once? */
import { find, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import type { Id, Reading } from '../job/records';

export interface TogetherSpot {
  spotId: Id;
  downMbps: number;
  upMbps: number;
  needDownMbps: number;
  needUpMbps: number;
  met: boolean;
  /** The same spot alone: median Mbps down of its other runs of this phase; null where it has none. */
  aloneMbps: number | null;
}

export interface Together {
  id: string;
  phase: Reading['phase'];
  takenAt: string;
  spots: TogetherSpot[];
  downMbps: number;
  upMbps: number;
  needDownMbps: number;
  met: number;
  /** Of all spots with a need, how many were part of it: nothing is said of the others. */
  needing: number;
  simulated: boolean;
}

const median = (values: readonly number[]): number | null => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length ? (sorted[Math.floor((sorted.length - 1) / 2)] ?? null) : null;
};

const sum = <T>(list: readonly T[], of: (t: T) => number): number => list.reduce((all, t) => all + of(t), 0);

/** Each test together, the newest first. One with a single run left, as when a phone broke off, is none. */
export function testsTogether(job: Job): Together[] {
  const groups = new Map<string, Reading[]>();
  for (const r of job.readings)
    if (r.togetherId !== null) groups.set(r.togetherId, [...(groups.get(r.togetherId) ?? []), r]);
  const needing = job.spots.filter((s) => spotNeed(job, s).downMbps > 0).length;
  return [...groups]
    .flatMap(([id, runs]): Together[] => {
      const [first] = [...runs].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
      if (!first || runs.length < 2) return [];
      const spots = runs.flatMap((r): TogetherSpot[] => {
        const spot = find(job, 'spot', r.spotId);
        if (!spot) return [];
        const need = spotNeed(job, spot);
        const [downMbps, upMbps] = [r.downMbps ?? 0, r.upMbps ?? 0];
        const alone = job.readings.filter(
          (o) => o.spotId === r.spotId && o.phase === r.phase && o.togetherId === null,
        );
        return [
          {
            ...{ spotId: spot.id, downMbps, upMbps },
            ...{ needDownMbps: need.downMbps, needUpMbps: need.upMbps },
            met: r.connected && downMbps >= need.downMbps && upMbps >= need.upMbps,
            aloneMbps: median(alone.map((o) => o.downMbps ?? 0)),
          },
        ];
      });
      return [
        {
          ...{ id, phase: first.phase, takenAt: first.takenAt, spots, needing },
          downMbps: sum(spots, (s) => s.downMbps),
          upMbps: sum(spots, (s) => s.upMbps),
          needDownMbps: sum(spots, (s) => s.needDownMbps),
          met: spots.filter((s) => s.met).length,
          simulated: runs.some((r) => r.source === 'simulated'),
        },
      ];
    })
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
}
