/** Switches beside what is kept, where its ports may run out. */
import type { Job } from '../job/job';
import type { Id } from '../job/records';
import { portsOf } from '../media/ports';
import type { Candidate } from './candidate';
import { unitAt } from './candidates';
import type { PlacedProduct } from './planningInstance';

/** With so many free ports a unit feeds all that a plan hangs on it (custom). */
const enoughPorts = 4;

/** Ports of a unit that nothing is plugged into yet. */
export function freePortsOf(job: Job, unitId: Id): number {
  const had = portsOf(job, unitId);
  return had ? Math.max(0, had.ports - had.used.length) : 0;
}

/** Units with ports to spare. */
export const roomyUnits = (job: Job): Set<Id> =>
  new Set(job.units.filter((u) => freePortsOf(job, u.id) >= enoughPorts).map((u) => u.id));

/** The switches of the catalogue beside units whose ports may run out, or give no power. */
export function switchesBeside(job: Job, candidates: readonly Candidate[]): PlacedProduct[] {
  const roomy = roomyUnits(job);
  return candidates.flatMap((at) => {
    if (at.besideId === undefined || roomy.has(at.besideId) || freePortsOf(job, at.besideId) === 0) return [];
    const candidate = { ...at, id: `switch-${at.besideId}`, words: `${at.words}, as a switch` };
    return job.kits
      .filter((k) => k.kind === 'switch' && k.priceEur > 0)
      .map((product) => ({
        candidate,
        product,
        unit: unitAt(product, candidate, `p-${candidate.id}-${product.id}`, 'Z9'),
      }));
  });
}
