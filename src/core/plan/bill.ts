import { find, type Job } from '../job/job';
import { cableLength } from '../network/wired';

/** Hands-on minutes of a cable run: a fixed part, and so much a metre (planning). */
const cableMinutes = 20;
const cableMinutesPerM = 1.5;
/** Cable and plugs, € a metre and a run (planning). */
const cableEurPerM = 0.9;
const cableEur = 6;

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
    if (l.medium === 'wireless' || l.lengthM === null || !child?.planned || !parent?.planned) continue;
    if (child.found && parent.found) continue;
    const metres = cableLength(l.lengthM);
    bill.cableM += metres;
    bill.partsEur += cableEur + metres * cableEurPerM;
    bill.minutes += cableMinutes + l.lengthM * cableMinutesPerM;
  }
  return bill;
}
