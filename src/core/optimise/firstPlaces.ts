/** A few places from which every open need is near: for a first answer within seconds, also of a large house. */
import { predictJob } from '../network/predict';
import { toSite } from '../geometry/place';
import { networkOf } from '../network/backhaul';
import { get, type Job } from '../job/job';
import type { Id } from '../job/records';
import type { Scene } from '../propagation/model';
import { deviceSpots } from './spotServices';
import type { Candidate } from './candidate';
import { namedPlaces } from './candidates';

/** A unit is looked for within so much of a need, m, a storey and another building counting as so many (custom). */
const reachM = 8;
const storeyM = 6;
const otherBuildingM = 3;
/** Each need is near to so many of the places; in a large house to one, where two take too long. */
const timesNear = (isLarge: boolean): number => (isLarge ? 1 : 2);
/** Where that does not do, so many of the nearest are looked at (custom). */
const nearest = 8;

/** How far a place is from a need, m; walls between buildings count as more way. */
function awayM(job: Job, a: { storeyId: Id; xM: number; yM: number }, b: typeof a): number {
  const at = ({ storeyId, xM, yM }: typeof a) => {
    const storey = get(job, 'storey', storeyId);
    return { storey, p: toSite(get(job, 'building', storey.buildingId), xM, yM) };
  };
  const [{ storey: s, p }, { storey: t, p: q }] = [at(a), at(b)];
  const apart = s.buildingId === t.buildingId ? storeyM * Math.abs(s.level - t.level) : otherBuildingM;
  return Math.hypot(p[0] - q[0], p[1] - q[1]) + apart;
}

/**
 * Places with names, the one that is near to most open needs first, until each is near to two, or in a large house to one; ids of
 * candidates.
 * @param job what is kept. @param sure the chance from which a need counts as met.
 */
export function firstPlaces(job: Job, scene: Scene, sure: number, isLarge = false): Set<string> {
  const network = networkOf(job, scene, 'planned');
  const met = new Set(
    predictJob(job, scene, network, { why: false })
      .filter((p) => p.certainty >= sure)
      .map((p) => p.spotId),
  );
  const open = [...job.spots.filter((s) => !met.has(s.id)), ...deviceSpots(job)].map((s) => ({
    s,
    left: timesNear(isLarge),
  }));
  const places = namedPlaces(job);
  const near = new Map(
    places.map((c) => [c.id, open.filter(({ s }) => awayM(job, c, s) <= reachM)] as const),
  );
  const chosen = new Set<string>();
  for (;;) {
    const worth = (c: Candidate) =>
      chosen.has(c.id) ? 0 : (near.get(c.id) ?? []).filter((o) => o.left > 0).length;
    const best = places.reduce<Candidate | null>((b, c) => (worth(c) > (b ? worth(b) : 0) ? c : b), null);
    if (!best) return chosen;
    chosen.add(best.id);
    for (const o of near.get(best.id) ?? []) o.left--;
  }
}

/** Those places and the nearest to some needs, where the first few did not do. */
export function withNearest(job: Job, few: ReadonlySet<string>, lost: ReadonlySet<Id>): Set<string> {
  const places = namedPlaces(job);
  const more = [...job.spots, ...deviceSpots(job)]
    .filter((s) => lost.has(s.id))
    .flatMap((s) =>
      places
        .map((c) => ({ id: c.id, m: awayM(job, c, s) }))
        .sort((a, b) => a.m - b.m)
        .slice(0, nearest)
        .map((c) => c.id),
    );
  return new Set([...few, ...more]);
}
