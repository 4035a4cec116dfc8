/** How large a job may be: the same limits for an edit, a job file and the database. */
import { collectionOf, type Job } from './job';

type Collection = (typeof collectionOf)[keyof typeof collectionOf];

/** Most records of a kind, unless `larger` says otherwise. */
export const mostRecords = 20_000;
const larger: Partial<Record<Collection, number>> = { readings: 200_000 };

export const mostOf = (collection: Collection): number => larger[collection] ?? mostRecords;

/** The first collection that is too large, or null. */
export function tooMany(job: Job): { collection: Collection; count: number; most: number } | null {
  for (const collection of Object.values(collectionOf)) {
    const count = job[collection].length;
    if (count > mostOf(collection)) return { collection, count, most: mostOf(collection) };
  }
  return null;
}

/** Files of a job: how many, how large each, and all together, bytes. */
export const mostFiles = 2000;
export const mostFileBytes = 20_000_000;
export const mostFilesBytes = 2_000_000_000;

/** Days on which the program was in use that a job stays in the bin. */
export const binDays = 30;
