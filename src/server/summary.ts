import { type Job, jobFromRecords } from '@/core/job/job';
import { proveSpot, tally } from '@/core/proof/spotProof';
import { stageMarks, type StageMark } from '@/core/job/stages';
import type { Db } from './database';
import type { JobHead } from './jobs';
import { selectRecords } from './recordTable';

/** What the list of jobs shows of one. */
export interface JobSummary {
  id: string;
  name: string;
  demo: boolean;
  buildings: { kind: string; storeys: number; widthM: number; heightM: number; roof: boolean }[];
  buildingNames: string;
  stages: StageMark[];
  tally: ReturnType<typeof tally>;
  foundShort: number;
  spots: number;
  savedAt: string;
  deletedAt: string | null;
}

/** Sums a job up for the list. */
export function summarise(job: Job, head: JobHead): JobSummary {
  const proofs = job.spots.map((s) => proveSpot(job, s));
  const built = job.buildings.filter((b) => b.kind !== 'outdoors');
  return {
    id: job.info.id,
    name: job.info.name,
    demo: job.info.demo,
    buildings: built.map((b) => {
      const storeys = job.storeys.filter((s) => s.buildingId === b.id);
      const xs = b.outline.map((p) => p[0]);
      return {
        kind: b.kind,
        storeys: storeys.length,
        widthM: Math.max(...xs) - Math.min(...xs),
        heightM: Math.max(0, ...storeys.map((s) => s.floorZM + s.heightM)),
        roof: b.roof?.kind === 'pitched',
      };
    }),
    buildingNames: built.map((b) => b.name).join(', '),
    stages: stageMarks(job, proofs),
    tally: tally(proofs),
    foundShort: proofs.filter((p) => p.found === 'dead' || p.found === 'short').length,
    spots: job.spots.length,
    savedAt: head.savedAt,
    deletedAt: head.deletedAt,
  };
}

/** The summary of a stored job, binned or not. */
export const storedSummary = (db: Db, head: JobHead): JobSummary =>
  summarise(jobFromRecords(selectRecords(db, head.id)), head);
