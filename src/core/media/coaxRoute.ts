/** The way through the coax of the house between two outlets, splitter by splitter. */
import type { Result } from '../job/result';
import { isCoaxRun } from '../job/coaxRuns';
import { find, get, type Job } from '../job/job';
import type { CableRun, Id, ServicePoint } from '../job/records';
import { type CoaxCable, type CoaxPathInput, coaxMHz, splitterFor } from './coax';

/** What is not known counts as this (planning): an old cable of middling length, a splitter not made for the band. */
const unknownCable: CoaxCable = 'rg59';
const unknownLengthM = 10;

export interface CoaxRoute extends CoaxPathInput {
  /** Services on the way, outlets included. */
  through: Id[];
  /** Per segment: are its cable and its length known? */
  known: boolean[];
  /** What is taken for granted, in words. */
  cautions: string[];
}

/** The runs of the coax that end at a service, with the other end. */
const runsAt = (job: Job, id: Id): { run: CableRun; to: Id }[] =>
  job.cableRuns.flatMap((run) =>
    !isCoaxRun(job, run) || (run.fromId !== id && run.toId !== id)
      ? []
      : [{ run, to: run.fromId === id ? run.toId : run.fromId }],
  );

/** The fewest runs from one service to another; null when no cables join them. */
function walk(job: Job, from: Id, to: Id): { run: CableRun; to: Id }[] | null {
  const before = new Map<Id, { run: CableRun; to: Id; from: Id }>();
  const queue = [from];
  for (let at = queue.shift(); at !== undefined && at !== to; at = queue.shift())
    for (const step of runsAt(job, at))
      if (step.to !== from && !before.has(step.to)) {
        before.set(step.to, { ...step, from: at });
        queue.push(step.to);
      }
  const steps: { run: CableRun; to: Id }[] = [];
  for (let at = to; at !== from;) {
    const step = before.get(at);
    if (!step) return null;
    steps.unshift(step);
    at = step.from;
  }
  return steps;
}

/** The run that feeds a splitter: towards the entry, else the one drawn into it; null when neither is known. */
function inputOf(job: Job, splitter: ServicePoint): Id | null {
  const entry = job.services.find((s) => s.kind === 'entry');
  const up = entry && walk(job, splitter.id, entry.id)?.[0];
  return (up?.run ?? job.cableRuns.find((r) => isCoaxRun(job, r) && r.toId === splitter.id))?.id ?? null;
}

/**
 * The way between two coax outlets with its cables and splitters, or in words why there is none: an
 * outlet that ends nowhere, no cable between, an amplifier that lets nothing back.
 */
export function coaxRoute(job: Job, aId: Id, bId: Id): Result<CoaxRoute> {
  const [a, b] = [get(job, 'service', aId), get(job, 'service', bId)];
  for (const s of [a, b])
    if (s.joined === 'not-joined') return { ok: false, why: `${s.name} is not connected` };
  const steps = walk(job, aId, bId);
  if (!steps) return { ok: false, why: `no coax is known between ${a.name} and ${b.name}` };
  const route: CoaxRoute = {
    frequencyMHz: coaxMHz,
    segments: steps.map(({ run }) => ({
      cable: run.cable === 'rg6' || run.cable === 'rg59' || run.cable === 'rg11' ? run.cable : unknownCable,
      lengthM: run.lengthM ?? unknownLengthM,
    })),
    splitters: [],
    known: steps.map(({ run }) => run.cable !== 'unknown' && run.lengthM !== null),
    through: [aId, ...steps.map((s) => s.to)],
    cautions: [],
  };
  const splitters: CoaxPathInput['splitters'][number][] = [];
  for (const [i, step] of steps.entries()) {
    const servicePoint = find(job, 'service', step.to);
    const next = steps[i + 1];
    if (servicePoint?.kind !== 'splitter' || !next) continue;
    if (servicePoint.amplifier)
      return { ok: false, why: `${servicePoint.name} has an amplifier that blocks the return signal` };
    const input = inputOf(job, servicePoint);
    splitters.push({
      ways: splitterFor(servicePoint.ways ?? 4),
      rated: servicePoint.rated === 'yes' || servicePoint.rated === 'replaced',
      between: step.run.id === input || next.run.id === input ? 'in-out' : 'out-out',
    });
    if (servicePoint.rated === 'no' || servicePoint.rated === 'unknown')
      route.cautions.push(
        `${servicePoint.name}: ${servicePoint.rated === 'no' ? 'not' : 'perhaps not'} made for the band, up to 12 dB`,
      );
  }
  if (steps.some((s) => s.run.lengthM === null || s.run.cable === 'unknown'))
    route.cautions.push('unknown cable in the wall: calculated as 10 m of RG-59');
  if ([a, b].some((s) => s.joined === 'unknown')) route.cautions.push('test the outlets before you buy');
  return { ok: true, ...route, splitters };
}
