import { randomUUID } from 'node:crypto';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { jobExists } from './jobs';

/** Words that stand in the addresses of jobs. */
const reserved = ['bin', 'import'];

/** The wished id if it is free, else a new one. */
export const freeId = (db: Db, wished: Id): Id =>
  reserved.includes(wished) || jobExists(db, wished) ? `job-${randomUUID()}` : wished;

/** A name for a copy, kept within the length of a name. */
export const copyName = (name: string): string => `${name.slice(0, 110)} (copy)`;
