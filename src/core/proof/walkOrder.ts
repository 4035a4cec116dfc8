/** A short way from spot to spot for the walk with the phone. */
import type { Point3 } from '../geometry/point';
import type { Job } from '../job/job';
import type { Spot } from '../job/records';
import { placeInSpace } from '../propagation/scene';

/** Going up or down a metre costs as much as so many along (planning: stairs and their landing). */
const climbs = 4;

const walkM = (a: Point3, b: Point3) =>
  Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + climbs * Math.abs(a[2] - b[2]);

/**
 * Orders places from a start, nearest first, then by turning stretches about and moving single places
 * while that makes the way shorter (2-opt and or-opt). Returns indexes.
 */
export function shortWay(start: Point3, places: readonly Point3[]): number[] {
  const left = new Set(places.keys());
  const way: number[] = [];
  for (let at = start; left.size > 0;) {
    const next = [...left].reduce((a, b) =>
      walkM(at, places[b] as Point3) < walkM(at, places[a] as Point3) ? b : a,
    );
    left.delete(next);
    way.push(next);
    at = places[next] as Point3;
  }
  for (let better: number[] | null = way; better;) {
    better = shorter(start, places, way);
    if (better) way.splice(0, way.length, ...better);
  }
  return way;
}

/** Length of a way, in metres along plus climbs. */
export const wayLength = (start: Point3, places: readonly Point3[], way: readonly number[]): number =>
  way.reduce(
    (sum, at, i) =>
      sum + walkM(i === 0 ? start : (places[way[i - 1] as number] as Point3), places[at] as Point3),
    0,
  );

/** The first shorter way that one turn or one move gives; null when there is none. */
function shorter(start: Point3, places: readonly Point3[], way: readonly number[]): number[] | null {
  const had = wayLength(start, places, way);
  for (let i = 0; i < way.length; i++)
    for (let j = i + 1; j < way.length; j++) {
      const turned = [...way.slice(0, i), ...way.slice(i, j + 1).reverse(), ...way.slice(j + 1)];
      const rest = way.filter((_, k) => k !== i);
      const later = [...rest.slice(0, j), way[i] as number, ...rest.slice(j)];
      const back = way.filter((_, k) => k !== j);
      const earlier = [...back.slice(0, i), way[j] as number, ...back.slice(i)];
      for (const tried of [turned, later, earlier])
        if (wayLength(start, places, tried) < had - 1e-9) return tried;
    }
  return null;
}

/** The job's spots in a short walking order from where the service enters. */
export function walkOrder(job: Job): Spot[] {
  if (job.spots.length === 0) return [];
  const spots = [...job.spots].sort((a, b) => a.number - b.number);
  const entry = job.services.find((s) => s.kind === 'entry') ?? spots[0];
  if (!entry) return spots;
  const places = spots.map((s) => placeInSpace(job, s));
  return shortWay(placeInSpace(job, entry), places).map((i) => spots[i] as Spot);
}
