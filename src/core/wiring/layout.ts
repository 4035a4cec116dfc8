/** The property cut open large, buildings side by side, to draw its wiring on. Metres; x to the right, z upwards. */
import { boundsOf, toSite } from '../geometry/place';
import { find, get, type Job } from '../job/job';
import type { Building, Id, Point, Storey } from '../job/records';
import { outerWallIds } from '../media/outerWalls';

/** Yards are shortened to this, m; the open air is drawn so wide. */
const longestGapM = 2;
const yardM = 3.2;
/** A roof seen along its ridge leans in so far at its ends, m (custom: so that it reads as a roof). */
const rakeM = 0.5;
/** Left and right of everything, m. */
const marginM = 0.9;

export interface SectionStorey {
  storey: Storey;
  /** Floor, and the underside of what is above. */
  z0: number;
  z1: number;
  /** Walls that the cut goes through: where, and their make. */
  partitions: { x: number; assemblyId: Id }[];
  /** Rooms that the cut goes through, between walls. */
  rooms: { name: string; x0: number; x1: number }[];
}

export interface SectionBuilding {
  building: Building;
  x0: number;
  x1: number;
  /** Make of its outer walls; null where it has none. */
  wallAssemblyId: Id | null;
  storeys: SectionStorey[];
  /** Profile of the roof from its left eaves to its right. */
  roof: Point[];
}

export interface WiringLayout {
  buildings: SectionBuilding[];
  /** Between buildings: what is drawn, and how far it is. */
  gaps: { x0: number; x1: number; metres: number; shortened: boolean }[];
  /** Where what is outdoors stands; null when nothing is. */
  yard: { x0: number; x1: number } | null;
  widthM: number;
  bottomZ: number;
  topZ: number;
  /** Where a place of the job is drawn. */
  placeOf: (at: { storeyId: Id; xM: number; yM: number; heightM: number }) => [number, number];
}

/**
 * Lays out a job's buildings: the houses, then what stands nearest to them, then the open air. Each is
 * cut along its middle. Null when it has no building.
 */
export function wiringLayout(job: Job): WiringLayout | null {
  const outer = outerWallIds(job);
  const standing = buildingsInOrder(job.buildings.filter((b) => b.kind !== 'outdoors'));
  if (standing.length === 0) return null;
  const buildings: SectionBuilding[] = [];
  const gaps: WiringLayout['gaps'] = [];
  let x = marginM;
  standing.forEach((building, i) => {
    const before = standing.slice(0, i);
    if (before.length) {
      const metres = Math.min(...before.map((b) => gapM(b, building)));
      const drawn = Math.min(longestGapM, Math.max(1.4, metres));
      gaps.push({ x0: x, x1: x + drawn, metres, shortened: metres > drawn });
      x += drawn;
    }
    const section = sectionOf(job, building, x, outer);
    buildings.push(section);
    x = section.x1;
  });
  const openAir = job.storeys.filter((s) => get(job, 'building', s.buildingId).kind === 'outdoors');
  const outside = [...job.units, ...job.spots, ...job.services].filter((r) =>
    openAir.some((s) => s.id === r.storeyId),
  );
  const sites = outside.map((r) => siteX(job, r));
  const [west, east] = [Math.min(...sites), Math.max(...sites)];
  const yard = outside.length ? { x0: x + marginM, x1: x + marginM + yardM } : null;
  const heights = buildings.flatMap((b) => [
    ...b.storeys.flatMap((s) => [s.z0, s.z1]),
    ...b.roof.map((p) => p[1]),
  ]);
  return {
    buildings,
    gaps,
    yard,
    widthM: (yard?.x1 ?? x) + marginM,
    bottomZ: Math.min(0, ...heights) - 0.7,
    topZ: Math.max(...heights) + 0.5,
    placeOf(at) {
      const storey = get(job, 'storey', at.storeyId);
      const z = storey.floorZM + at.heightM;
      const section = buildings.find((b) => b.building.id === storey.buildingId);
      if (section) {
        const [x0] = boundsOf(section.building.outline);
        return [Math.min(section.x1, Math.max(section.x0, section.x0 + at.xM - x0)), z];
      }
      const share = east > west ? Math.min(1, Math.max(0, (siteX(job, at) - west) / (east - west))) : 0.5;
      return [yard ? yard.x0 + share * (yard.x1 - yard.x0) : x, z];
    },
  };
}

const siteX = (job: Job, at: { storeyId: Id; xM: number; yM: number }): number =>
  toSite(get(job, 'building', get(job, 'storey', at.storeyId).buildingId), at.xM, at.yM)[0];

const siteBounds = (b: Building) => boundsOf(b.outline.map(([x, y]) => toSite(b, x, y)));

/** How far two buildings stand apart, m, by the boxes around them. */
function gapM(a: Building, b: Building): number {
  const [p, q] = [siteBounds(a), siteBounds(b)];
  return Math.hypot(Math.max(0, p[0] - q[2], q[0] - p[2]), Math.max(0, p[1] - q[3], q[1] - p[3]));
}

/** Houses first, then each time the building that stands nearest to one that is already there. */
export function buildingsInOrder(all: readonly Building[]): Building[] {
  const order = all.filter((b) => b.kind === 'house');
  const rest = all.filter((b) => b.kind !== 'house');
  if (order.length === 0) order.push(...rest.splice(0, 1));
  while (rest.length) {
    const next = rest
      .map((b) => ({ b, metres: Math.min(...order.map((o) => gapM(o, b))) }))
      .reduce((near, r) => (r.metres < near.metres ? r : near)).b;
    order.push(...rest.splice(rest.indexOf(next), 1));
  }
  return order;
}

function sectionOf(job: Job, building: Building, left: number, outer: ReadonlySet<Id>): SectionBuilding {
  const [x0, y0, x1, y1] = boundsOf(building.outline);
  const middle = (y0 + y1) / 2 + 0.001;
  const shift = left - x0;
  const floors = job.storeys
    .filter((s) => s.buildingId === building.id)
    .sort((a, b) => a.floorZM - b.floorZM);
  const storeys = floors.map((storey, i): SectionStorey => {
    const walls = job.walls
      .filter((w) => w.storeyId === storey.id)
      .flatMap((w) => {
        const x = crossing([w.ax, w.ay], [w.bx, w.by], middle);
        return x === null || outer.has(w.id) ? [] : [{ x: x + shift, assemblyId: w.assemblyId }];
      })
      .sort((a, b) => a.x - b.x);
    const rooms = job.rooms
      .filter((r) => r.storeyId === storey.id)
      .flatMap((r) => {
        const xs = r.outline
          .flatMap((p, k) => {
            const x = crossing(p, r.outline[(k + 1) % r.outline.length] ?? p, middle);
            return x === null ? [] : [x + shift];
          })
          .sort((a, b) => a - b);
        const [from, to] = [xs[0], xs.at(-1)];
        return from === undefined || to === undefined || to - from < 0.3
          ? []
          : [{ name: r.name, x0: from, x1: to }];
      });
    return {
      storey,
      z0: storey.floorZM,
      z1: floors[i + 1]?.floorZM ?? storey.floorZM + storey.heightM,
      partitions: walls,
      rooms,
    };
  });
  const outerWall = job.walls.find((w) => outer.has(w.id) && floors.some((s) => s.id === w.storeyId));
  const end = left + x1 - x0;
  const top = Math.max(...storeys.map((s) => s.z1), 0);
  const { roof } = building;
  const profile: Point[] = !roof
    ? [
        [left, top],
        [end, top],
      ]
    : roof.kind === 'flat'
      ? [
          [left, roof.eavesZM],
          [end, roof.eavesZM],
        ]
      : roof.ridgeAlong === 'x'
        ? [
            [left, roof.eavesZM],
            [left + rakeM, roof.ridgeZM],
            [end - rakeM, roof.ridgeZM],
            [end, roof.eavesZM],
          ]
        : [
            [left, roof.eavesZM],
            [(left + end) / 2, roof.ridgeZM],
            [end, roof.eavesZM],
          ];
  return {
    building,
    x0: left,
    x1: end,
    wallAssemblyId: find(job, 'assembly', outerWall?.assemblyId)?.id ?? null,
    storeys,
    roof: profile,
  };
}

/** Where a line crosses a height of the plan, or null where it does not. */
function crossing(a: Point, b: Point, y: number): number | null {
  if (a[1] > y === b[1] > y) return null;
  return a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]);
}
