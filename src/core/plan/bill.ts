import { find, type Job } from '../job/job';
import { cablePrices } from '../network/feedOptions';
import { cableLength } from '../network/wired';

export interface Bill {
  partsEur: number;
  minutes: number;
  cableM: number;
  units: number;
}

/** Parts and hands-on time of the plan: what was found in the house costs nothing again. */
export function billOf(job: Job): Bill {
  const units = job.units.filter((u) => u.planned);
  const bill: Bill = { partsEur: 0, minutes: 0, cableM: 0, units: units.length };
  for (const u of units) {
    const kit = find(job, 'kit', u.kitId);
    if (!kit || u.found) continue;
    bill.partsEur += kit.priceEur;
    bill.minutes += kit.fitMinutes;
  }
  for (const l of job.links) {
    const [child, parent] = [find(job, 'unit', l.unitId), find(job, 'unit', l.fromUnitId)];
    if (!child?.planned || !parent?.planned || (child.found && parent.found)) continue;
    const adapter = find(job, 'kit', l.adapterKitId);
    if (adapter) {
      bill.partsEur += 2 * adapter.priceEur;
      bill.minutes += 2 * adapter.fitMinutes;
    }
    if ((l.medium !== 'ethernet' && l.medium !== 'fibre') || l.lengthM === null) continue;
    const price = cablePrices[l.medium];
    const metres = cableLength(l.lengthM);
    bill.cableM += metres;
    bill.partsEur += price.eur + metres * price.eurPerM;
    bill.minutes += price.minutes + l.lengthM * price.minutesPerM;
  }
  return bill;
}
