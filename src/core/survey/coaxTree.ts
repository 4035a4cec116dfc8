import { isCoaxRun } from '../job/coaxRuns';
import { find, type Job } from '../job/job';
import type { Id, ServicePoint } from '../job/records';

export interface CoaxRow {
  servicePoint: ServicePoint;
  /** 0 = where the coax enters or a part that hangs on nothing known. */
  depth: number;
  /** How it is joined, in words. */
  words: string;
}

const cableWords = {
  unknown: 'cable not known',
  rg6: 'RG-6',
  rg59: 'RG-59',
  rg11: 'RG-11',
  cat5: '',
  cat5e: '',
  cat6: '',
  cat6a: '',
  cat7: '',
  fibre: '',
};
const joinedWords = {
  unknown: 'joined? not known',
  joined: 'joined, cable not drawn',
  'not-joined': 'ends nowhere',
};

/**
 * The coax of a house as a tree: entry, splitters, outlets in the order of their cables. Outlets and
 * splitters that no cable reaches come last, with what is known of them.
 */
export function coaxTree(job: Job): CoaxRow[] {
  const parts = job.services.filter(
    (s) =>
      s.kind === 'coax' ||
      s.kind === 'splitter' ||
      (s.kind === 'entry' &&
        job.cableRuns.some((c) => isCoaxRun(job, c) && (c.fromId === s.id || c.toId === s.id))),
  );
  const rows: CoaxRow[] = [];
  const seen = new Set<Id>();
  const rank: Partial<Record<ServicePoint['kind'], number>> = { entry: 0, splitter: 1, coax: 2 };
  const walk = (servicePoint: ServicePoint, depth: number, words: string) => {
    seen.add(servicePoint.id);
    rows.push({ servicePoint, depth, words });
    for (const run of job.cableRuns) {
      if (run.fromId !== servicePoint.id && run.toId !== servicePoint.id) continue;
      const next = find(job, 'service', run.fromId === servicePoint.id ? run.toId : run.fromId);
      if (!next || seen.has(next.id) || !parts.includes(next)) continue;
      walk(
        next,
        depth + 1,
        `${cableWords[run.cable]}${run.lengthM === null ? '' : `, ${run.lengthM.toFixed(1)} m`}`,
      );
    }
  };
  for (const s of [...parts].sort((a, b) => (rank[a.kind] ?? 9) - (rank[b.kind] ?? 9)))
    if (!seen.has(s.id))
      walk(
        s,
        0,
        s.kind === 'coax'
          ? joinedWords[s.joined]
          : s.kind === 'splitter'
            ? splitterWords(s)
            : 'where it enters',
      );
  return rows;
}

const splitterWords = (s: ServicePoint) =>
  `${s.ways ?? '?'}-way${s.rated === 'unknown' ? ', rating not known' : s.rated === 'no' ? ', not rated' : ''}`;
