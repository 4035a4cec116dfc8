import { colour } from '@/ui/colour';
import { find, type Job } from '@/core/job/job';
import type { Id, Link, Unit } from '@/core/job/records';
import type { SheetSpace, SheetStage, ToPx } from './sheetSpace';

export interface Stroke {
  colour: string;
  width: number;
  dash?: readonly [number, number];
  round?: boolean;
}

const paper = colour.panel;
const ink = colour.ink;

/**
 * How a link is drawn along its path, undermost first: Ethernet and fibre solid, coax double, over the
 * air as dots on a light casing, powerline as a zig-zag.
 */
export const linkStrokes: Record<Link['medium'], readonly Stroke[]> = {
  wireless: [
    { colour: paper, width: 7, round: true },
    { colour: ink, width: 3.2, dash: [0.1, 7], round: true },
  ],
  coax: [
    { colour: paper, width: 8 },
    { colour: ink, width: 5 },
    { colour: paper, width: 2.2 },
  ],
  powerline: [
    { colour: paper, width: 5 },
    { colour: ink, width: 1.6 },
  ],
  ethernet: [
    { colour: paper, width: 5 },
    { colour: ink, width: 2.2 },
  ],
  fibre: [
    { colour: paper, width: 5 },
    { colour: ink, width: 2.2 },
  ],
};

/** A zig-zag from one place to another, px: teeth 12 long and 4 high. */
export function zigzag(ax: number, ay: number, bx: number, by: number): string {
  const length = Math.hypot(bx - ax, by - ay);
  const teeth = Math.max(1, Math.round(length / 6));
  const [ux, uy] = length ? [(bx - ax) / length, (by - ay) / length] : [1, 0];
  const points = Array.from({ length: teeth + 1 }, (_, i) => {
    const along = (i / teeth) * length;
    const side = i === 0 || i === teeth ? 0 : i % 2 ? 4 : -4;
    return `${ax + ux * along - uy * side} ${ay + uy * along + ux * side}`;
  });
  return `M${points.join('L')}`;
}

/** A link as it lies on a sheet, px. */
export interface DrawnLink {
  link: Link;
  from: Unit;
  to: Unit;
  /** Are its ends on the storey shown, or above or below it? */
  fromHere: boolean;
  toHere: boolean;
  a: readonly [number, number];
  b: readonly [number, number];
  /** SVG path, and where along it its rate is written. */
  d: string;
  middle: readonly [number, number];
  lengthPx: number;
}

/** The pieces of a drawn cable that lie on the sheet, and the middle of the longest. */
function alongCorners(
  { points }: Link,
  from: Unit,
  to: Unit,
  space: SheetSpace,
  px: ToPx,
): Pick<DrawnLink, 'd' | 'middle' | 'lengthPx'> {
  const stops = [from, ...points, to].map((p) => {
    const at = space.onSheet(p.storeyId) ? space.place(p) : null;
    return at && px(...at);
  });
  const pieces = stops.slice(1).flatMap((q, i) => {
    const p = stops[i];
    return p && q ? [{ p, q, lengthPx: Math.hypot(q[0] - p[0], q[1] - p[1]) }] : [];
  });
  const longest = pieces.reduce((best, x) => (x.lengthPx > best.lengthPx ? x : best), {
    p: [0, 0],
    q: [0, 0],
    lengthPx: 0,
  });
  return {
    d: pieces.map(({ p, q }) => `M${p.join(' ')}L${q.join(' ')}`).join(''),
    middle: [(longest.p[0] + longest.q[0]) / 2, (longest.p[1] + longest.q[1]) / 2],
    lengthPx: longest.lengthPx,
  };
}

/** A link of which only one end has a place on the sheet. */
export interface LeavingLink {
  link: Link;
  here: Unit;
  other: Unit;
  at: readonly [number, number];
}

/**
 * The links that a sheet shows at a stage, those that leave it apart.
 * @param unitOf the units as they stand, or as one is dragged.
 */
export function linksOnSheet(
  job: Job,
  space: SheetSpace,
  stage: SheetStage,
  px: ToPx,
  unitOf: (id: Id) => Unit | undefined = (id) => find(job, 'unit', id),
): { drawn: DrawnLink[]; leaving: LeavingLink[] } {
  const drawn: DrawnLink[] = [];
  const leaving: LeavingLink[] = [];
  const buildingOf = (id: Id) => find(job, 'storey', id)?.buildingId;
  for (const link of job.links) {
    const [to, from] = [unitOf(link.unitId), unitOf(link.fromUnitId)];
    if (!to || !from || (stage === 'plan' ? !(to.planned && from.planned) : !(to.found && from.found)))
      continue;
    if (space.isSite && buildingOf(from.storeyId) === buildingOf(to.storeyId)) continue;
    const [p, q] = [space.place(from), space.place(to)];
    const [fromHere, toHere] = [space.onSheet(from.storeyId), space.onSheet(to.storeyId)];
    if (!p || !q || (!fromHere && !toHere)) {
      const here = toHere ? to : fromHere ? from : null;
      const at = here && space.place(here);
      if (here && at) leaving.push({ link, here, other: here === to ? from : to, at: px(...at) });
      continue;
    }
    const [ax, ay] = px(...p);
    const [bx, by] = px(...q);
    const lengthPx = Math.hypot(bx - ax, by - ay);
    const ends = { link, from, to, fromHere, toHere, a: [ax, ay], b: [bx, by] } as const;
    if (link.points.length > 0) {
      drawn.push({ ...ends, ...alongCorners(link, from, to, space, px) });
      continue;
    }
    const bend = link.medium === 'wireless' ? Math.min(40, lengthPx * 0.16) : 0;
    const [nx, ny] = lengthPx ? [-(by - ay) / lengthPx, (bx - ax) / lengthPx] : [0, 0];
    const sign = ny > 0 ? -1 : 1;
    const [cx, cy] = [(ax + bx) / 2 + nx * bend * sign, (ay + by) / 2 + ny * bend * sign];
    drawn.push({
      ...ends,
      d: link.medium === 'powerline' ? zigzag(ax, ay, bx, by) : `M${ax} ${ay}Q${cx} ${cy} ${bx} ${by}`,
      middle: [(ax + 2 * cx + bx) / 4, (ay + 2 * cy + by) / 4],
      lengthPx,
    });
  }
  return { drawn, leaving };
}
