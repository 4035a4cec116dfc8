/** What phones have sent, by id, and when it was by the clock of this machine. */
import type { Id } from '@/core/job/records';
import type { Db } from '../database';

/** What a phone sends: ids of one kind say nothing of another. */
type Kind = 'run' | 'walk' | 'step';

/** Was this sent before? True also when it was removed from the job since. */
export const isKnownWord = (db: Db, jobId: Id, kind: Kind, id: Id): boolean =>
  db.prepare('SELECT 1 FROM phone_word WHERE job_id = ? AND id = ?').get(jobId, `${kind}:${id}`) !==
  undefined;

export function keepWords(db: Db, jobId: Id, kind: Kind, ids: readonly Id[]): void {
  const keep = db.prepare('INSERT INTO phone_word (job_id, id) VALUES (?, ?) ON CONFLICT DO NOTHING');
  for (const id of ids) keep.run(jobId, `${kind}:${id}`);
}

/**
 * A time of a phone on the clock of this machine: so long before `now` as it was before `sentAt` on the phone.
 * Never later than now.
 * Example: taken 12:00, sent 12:05 by the phone, received 09:05 here → 09:00.
 */
export function onOurClock(at: string, sentAt: string, now: string): string {
  const ageMs = Math.max(0, Date.parse(sentAt) - Date.parse(at));
  return new Date(Date.parse(now) - ageMs).toISOString();
}
