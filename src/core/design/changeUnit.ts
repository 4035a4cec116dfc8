import type { Edit } from '../job/edits';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import { withDependants } from '../job/references';
import type { AnyRecord, Id, Link, Unit } from '../job/records';

/**
 * The edit that changes a unit's place, product or name. What was found in the house stays as it was
 * found: when a plan changes a found unit, the found one leaves the plan and a planned one with the
 * same letter takes over its links.
 * @returns the edit and the id under which the changed unit is known.
 */
export function changeUnit(job: Job, unit: Unit, label: string, inPlan: boolean): { edit: Edit; id: Id } {
  const stored = find(job, 'unit', unit.id);
  if (!inPlan || !stored?.found) return { edit: { label, put: [unit], remove: [] }, id: unit.id };
  const id = freshId(job, `${unit.id}-plan`);
  const put: AnyRecord[] = [
    { ...stored, planned: false },
    { ...unit, id, found: false, planned: true },
  ];
  for (const link of job.links) {
    const [child, parent] = [find(job, 'unit', link.unitId), find(job, 'unit', link.fromUnitId)];
    const own = link.unitId === unit.id;
    if (!own && link.fromUnitId !== unit.id) continue;
    const foundLink = Boolean(child?.found && parent?.found);
    const next: Link = own ? { ...link, unitId: id } : { ...link, fromUnitId: id };
    put.push(foundLink ? { ...next, id: freshId(job, `${link.id}-plan`) } : next);
  }
  return { edit: { label, put, remove: [] }, id };
}

/**
 * The edit that takes a unit out of the plan: a found one stays as found; any other goes with its
 * links. Units that it fed are left unfed, which the plan says.
 */
export function removeUnit(job: Job, unit: Unit): Edit {
  const label = `Remove ${unit.letter}`;
  const links = job.links.filter((l) => l.unitId === unit.id || l.fromUnitId === unit.id);
  if (!unit.found) return { label, put: [], remove: withDependants(job, [unit.id]) };
  const planOnly = links.filter((l) => {
    const [child, parent] = [find(job, 'unit', l.unitId), find(job, 'unit', l.fromUnitId)];
    return !(child?.found && parent?.found);
  });
  return { label, put: [{ ...unit, planned: false }], remove: planOnly.map((l) => l.id) };
}
