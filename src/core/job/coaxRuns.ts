/** Which cables of the house are coax, and which of them close a loop. */
import { find, type Job } from './job';
import type { CableRun, Id } from './records';

const coaxEnds = ['entry', 'coax', 'splitter'];

/** Is a run coax? One of which nothing is known counts when both its ends are made for coax. */
export function isCoaxRun(job: Job, run: CableRun): boolean {
  if (run.cable !== 'unknown') return run.cable === 'rg6' || run.cable === 'rg59' || run.cable === 'rg11';
  return [run.fromId, run.toId].every((id) => coaxEnds.includes(find(job, 'service', id)?.kind ?? ''));
}

/** The coax runs that join what other runs before them join already: coax is a tree, and has no loop. */
export function coaxLoops(job: Job): CableRun[] {
  const above = new Map<Id, Id>();
  const rootOf = (id: Id): Id => {
    let at = id;
    for (let up = above.get(at); up !== undefined; up = above.get(at)) at = up;
    return at;
  };
  return job.cableRuns.filter((run) => {
    if (!isCoaxRun(job, run)) return false;
    const [a, b] = [rootOf(run.fromId), rootOf(run.toId)];
    if (a === b) return true;
    above.set(a, b);
    return false;
  });
}
