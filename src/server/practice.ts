/** Practice jobs: made from the houses that ship, and what became of one. */
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { AnyRecord, Id } from '@/core/job/records';
import { practiceHouseOf } from '@/core/practice/practiceHouses';
import { practiceJob, trueStart } from '@/core/practice/practiceJob';
import type { TrueNeed } from '@/core/practice/score';
import { trueNeeds } from '@/standins/trueNeeds';
import type { Db } from './database';
import { allEdits } from './editLog';
import { insertJob, loadJob } from './jobs';

export const practiceRequest = z.strictObject({ houseId: z.string().max(64), lengths: z.enum(['m', 'ft']) });

/** There is no such practice house, or the job is none. */
export class NoPracticeError extends Error {
  constructor() {
    super('There is no such practice house.');
    this.name = 'NoPracticeError';
  }
}

/** Makes a job of a practice house. @returns its id. @throws NoPracticeError */
export function startPractice(
  db: Db,
  { houseId, lengths }: z.infer<typeof practiceRequest>,
  now: string,
): Id {
  const house = practiceHouseOf(houseId);
  if (!house) throw new NoPracticeError();
  const id = `job-${randomUUID()}`;
  insertJob(db, practiceJob(house, { id, createdOn: now.slice(0, 10) }, lengths), now);
  return id;
}

export interface PracticeTruth {
  /** The true house with what the household had. */
  truth: AnyRecord[];
  needs: TrueNeed[];
  moves: number;
}

/** What only the server knows of a practice job. @throws NoPracticeError, NoSuchJobError */
export function practiceTruth(db: Db, id: Id): PracticeTruth {
  const { job } = loadJob(db, id);
  if (!job.info.practice) throw new NoPracticeError();
  return { truth: [...trueStart(job).byId.values()], needs: trueNeeds(job), moves: movesAfterTest(db, id) };
}

/** How often a planned unit was moved after the first run after the work. */
function movesAfterTest(db: Db, id: Id): number {
  let tested = false;
  let moves = 0;
  for (const { edit, inverse } of allEdits(db, id)) {
    const before = new Map(inverse.put.map((r) => [r.id, r]));
    const moved = edit.put.some((r) => {
      const was = before.get(r.id);
      return (
        r.type === 'unit' &&
        was?.type === 'unit' &&
        (r.xM !== was.xM || r.yM !== was.yM || r.storeyId !== was.storeyId)
      );
    });
    if (tested && moved) moves++;
    tested ||= edit.put.some((r) => r.type === 'reading' && r.phase === 'after');
  }
  return moves;
}
