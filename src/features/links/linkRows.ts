/** What each planned unit is linked by, carries and has in use: for the list and the table of links. */
import { find, type Job } from '@/core/job/job';
import type { Link, Unit } from '@/core/job/records';
import type { NetworkAnswer } from '@/workers/protocol';

export interface LinkRow {
  unit: Unit;
  /** null: at the incoming line, or without an uplink. */
  link: Link | null;
  hasUplink: boolean;
  /** Mbps that it carries, and that all needs at once ask of it; null = not known, or idle. */
  carriesMbps: number | null;
  inUseMbps: number | null;
  fits: boolean;
}

/** By letter. @param network null until it is worked out. */
export function linkRows(job: Job, network: NetworkAnswer | null): LinkRow[] {
  return job.units
    .filter((u) => u.planned)
    .sort((a, b) => a.letter.localeCompare(b.letter))
    .map((unit) => {
      const link =
        job.links.find((l) => l.unitId === unit.id && find(job, 'unit', l.fromUnitId)?.planned) ?? null;
      const hasUplink = !network?.unfed.some((f) => f.unitId === unit.id);
      const load = link ? network?.load.links.find((l) => l.linkId === link.id) : network?.load.plan;
      const carries = link
        ? network?.links.find((l) => l.linkId === link.id)?.downMbps
        : job.info.planDownMbps;
      return {
        unit,
        link,
        hasUplink,
        carriesMbps: hasUplink ? (carries ?? null) : null,
        inUseMbps: hasUplink ? (load?.downMbps ?? null) : null,
        fits: load?.fits ?? true,
      };
    });
}
