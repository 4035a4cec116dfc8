/** What a link over the coax or the mains loses on its way, step by step. */
import { find, type Job } from '../job/job';
import type { Id, Link } from '../job/records';
import { coaxCableLoss, coaxPath, coaxRate, fullUpToDb, nothingFromDb, splitterLoss } from './coax';
import { coaxRoute } from './coaxRoute';
import { mainsPath } from './mainsPath';

export interface LossStep {
  label: string;
  db: number;
  /** Part of `db` that is only feared: what an unknown splitter may cost more. */
  fearedDb: number;
  kind: 'cable' | 'splitter' | 'passage';
}

/** The way of a link through the coax, from the unit that feeds. */
export interface CoaxLosses {
  medium: 'coax';
  from: string;
  to: string;
  steps: LossStep[];
  /** Sum of the steps. */
  lossDb: number;
  mbps: number;
  /** With every splitter made for the band. */
  rated: { lossDb: number; mbps: number };
  fullUpToDb: number;
  nothingFromDb: number;
  cautions: string[];
}

/** The way of a link over the mains. */
export interface MainsLosses {
  medium: 'powerline';
  from: string;
  to: string;
  /** Boards, phases, breakers and strips; the wire's own loss differs with the frequency and is not among them. */
  steps: LossStep[];
  lengthM: number;
  taps: number;
}

const nameOf = (job: Job, id: Id) => find(job, 'service', id)?.name ?? 'outlet';

/**
 * The steps of a coax or powerline link; in words why there is no way; null for any other medium.
 * The coax steps add up to the loss that the link is computed with.
 */
export function lossSteps(job: Job, link: Link): CoaxLosses | MainsLosses | string | null {
  const [a, b] = [link.fromServiceId, link.toServiceId];
  if (a === null || b === null) return null;
  const ends = { from: nameOf(job, a), to: nameOf(job, b) };
  if (link.medium === 'powerline') {
    const { lengthM, taps, costs } = mainsPath(job, a, b);
    const steps = costs.map((c): LossStep => ({ label: c.words, db: c.db, fearedDb: 0, kind: 'passage' }));
    return { medium: 'powerline', ...ends, steps, lengthM, taps };
  }
  const route = coaxRoute(job, a, b);
  if ('why' in route) return route.why;
  const splitters = [...route.splitters];
  const steps = route.segments.flatMap((segment, i): LossStep[] => {
    const known = route.known[i];
    const cable: LossStep = {
      label: `${known ? segment.cable.toUpperCase().replace('RG', 'RG-') : 'Old cable'}, ${Math.round(segment.lengthM)} m${known ? '' : ', not known'}`,
      db: coaxCableLoss(segment.cable, segment.lengthM, route.frequencyMHz),
      fearedDb: 0,
      kind: 'cable',
    };
    const at = route.through[i + 1];
    const last = i === route.segments.length - 1;
    const servicePoint = find(job, 'service', at);
    const splitter = !last && servicePoint?.kind === 'splitter' ? splitters.shift() : undefined;
    if (!splitter) return [cable];
    const db = splitterLoss(splitter.ways, splitter.rated, splitter.between);
    const sure = splitterLoss(splitter.ways, true, splitter.between);
    const way = splitter.between === 'in-out' ? 'through' : 'output to output';
    return [
      cable,
      { label: `${servicePoint?.name ?? 'Splitter'}, ${way}`, db, fearedDb: db - sure, kind: 'splitter' },
    ];
  });
  const { lossDb } = coaxPath(route);
  const rated = coaxPath({ ...route, splitters: route.splitters.map((s) => ({ ...s, rated: true })) });
  return {
    medium: 'coax',
    ...ends,
    steps,
    lossDb,
    mbps: coaxRate(lossDb),
    rated,
    fullUpToDb,
    nothingFromDb,
    cautions: route.cautions,
  };
}
