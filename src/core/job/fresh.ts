import type { Job } from './job';
import type { Id } from './records';

/** An id with this beginning that no record has yet, nor any of `also`: «spot-15». */
export function freshId(job: Job, prefix: string, also?: { has: (id: Id) => boolean }): Id {
  let n = 1;
  while (job.byId.has(`${prefix}-${n}`) || also?.has(`${prefix}-${n}`)) n++;
  return `${prefix}-${n}`;
}

/** The first letter that no unit has: A … Z, then A1 …; undefined when all are taken. */
export function freshLetter(job: Job): string | undefined {
  const taken = new Set(job.units.map((u) => u.letter));
  const letters = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i));
  return ['', '1', '2', '3', '4', '5', '6', '7', '8', '9']
    .flatMap((n) => letters.map((l) => l + n))
    .find((l) => !taken.has(l));
}
