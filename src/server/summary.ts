/** The list of jobs. What it says of one is kept for as long as that job and the program stay as they are. */
import { z } from 'zod';
import { jobFromRecords } from '@/core/job/job';
import { type JobRow, jobSummarySchema, summarise } from '@/core/progress/jobSummary';
import type { Db } from './database';
import { databaseVersion } from './database';
import { troubleOf } from './dataTrouble';
import type { JobHead } from './jobs';
import { selectRecords } from './recordTable';

/** Raised when the same job would be summed up otherwise. */
const summaryVersion = 3;

const rowSchema = z.object({
  id: z.string(),
  incarnation: z.string(),
  revision: z.number(),
  saved_at: z.string(),
  deleted_at: z.string().nullable(),
  made_for: z.string().nullable(),
  summary: z.string().nullable(),
});

/** All jobs in short, the bin included, newest first. One that can't be read is one row with its reason. */
export function jobRows(db: Db, id: string | null = null): JobRow[] {
  const program = `${summaryVersion}.${databaseVersion()}`;
  const rows = db
    .prepare(
      `SELECT h.id, h.incarnation, h.revision, h.saved_at, h.deleted_at, s.made_for, s.summary
       FROM job_head h LEFT JOIN job_summary s ON s.job_id = h.id
       WHERE :id IS NULL OR h.id = :id ORDER BY h.saved_at DESC, h.id`,
    )
    .all({ id });
  return rows.map((raw) => {
    const row = rowSchema.parse(raw);
    const madeFor = `${program} ${row.incarnation} ${row.revision}`;
    const had = row.summary !== null && row.made_for === madeFor ? keptSummary(row.summary) : null;
    return {
      id: row.id,
      savedAt: row.saved_at,
      deletedAt: row.deleted_at,
      job: had ?? sumUp(db, row.id, madeFor),
    };
  });
}

/** The row of one job. */
export function jobRow(db: Db, { id }: Pick<JobHead, 'id'>): JobRow {
  const [row] = jobRows(db, id);
  if (!row) throw new Error(`no row for the job ${id}`);
  return row;
}

const keptSummary = (text: string) => {
  const parsed = jobSummarySchema.safeParse(JSON.parse(text));
  return parsed.success ? parsed.data : null;
};

function sumUp(db: Db, id: string, madeFor: string): JobRow['job'] {
  try {
    const summary = summarise(jobFromRecords(selectRecords(db, id)));
    db.prepare(
      `INSERT INTO job_summary (job_id, made_for, summary) VALUES (?, ?, ?)
       ON CONFLICT (job_id) DO UPDATE SET made_for = excluded.made_for, summary = excluded.summary`,
    ).run(id, madeFor, JSON.stringify(summary));
    return summary;
  } catch (error) {
    const trouble = troubleOf(error);
    // a list that can't be kept can still be shown, but a damaged database is told as such
    if (trouble?.kind === 'damaged') throw trouble;
    console.error(error);
    return { broken: whatIsWrong(error) };
  }
}

function whatIsWrong(error: unknown): string {
  if (error instanceof z.ZodError) {
    const [issue] = error.issues;
    return `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not as it should be'}`;
  }
  return error instanceof Error ? error.message : String(error);
}
