/** Steps that the office has answered for and that were not taken in yet: the next is made on them without waiting. */
import type { Id } from '@/core/job/records';

export interface Sent {
  /** Steps and their places in the log. */
  places: ReadonlyMap<string, number>;
  /** Place of the newest of them. */
  seq: number;
  /** One before them did not count: nothing more is made on them. */
  isBroken: boolean;
}
const none: Sent = { places: new Map(), seq: 0, isBroken: false };

export class Flight {
  private readonly jobs = new Map<Id, Sent>();

  /**
   * What is still on the way of a job. @param knownSeq its newest entry that was taken in. @param isWaiting a step that was taken in and
   * waits still did not count.
   */
  of(jobId: Id, knownSeq: number, isWaiting: (stepId: string) => boolean): Sent {
    const had = this.jobs.get(jobId);
    if (!had) return none;
    const back = [...had.places].filter(([, seq]) => seq <= knownSeq);
    if (back.length === 0) return had;
    const places = new Map([...had.places].filter(([, seq]) => seq > knownSeq));
    const isBroken = had.isBroken || back.some(([id]) => isWaiting(id));
    const left = { ...had, places, isBroken };
    if (places.size === 0) this.jobs.delete(jobId);
    else this.jobs.set(jobId, left);
    return places.size === 0 ? none : left;
  }

  sent(jobId: Id, stepId: string, seq: number): void {
    const had = this.jobs.get(jobId) ?? none;
    this.jobs.set(jobId, { ...had, places: new Map([...had.places, [stepId, seq]]), seq });
  }
}
