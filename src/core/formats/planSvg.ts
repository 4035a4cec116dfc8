/** A storey as an SVG drawing at a scale, for print and for other programs. Lengths are millimetres on paper. */
import { areaText } from '../geometry/lengthWords';
import { boundsOf } from '../geometry/place';
import { labelPoint } from '../geometry/polygon';
import { inRegion, regionArea } from '../geometry/region';
import { find, get, type Job } from '../job/job';
import type { Id, Point, Room } from '../job/records';
import { halfOf, storeyWalls } from '../survey/storeyGraph';

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);
const n = (v: number) => String(Math.round(v * 100) / 100);

/** How a drawing is laid out, mm on paper. */
export interface PlanLayout {
  marginMm: number;
  /** Room above for a title; 0 = it has none. */
  titleMm: number;
  /** Height of the letters of a room's name. */
  nameMm: number;
  /** Places that a room's name keeps clear of, m. */
  marked: readonly Point[];
}
const plainLayout: PlanLayout = { marginMm: 15, titleMm: 8, nameMm: 2.8, marked: [] };

/** Where a place of a storey lies on the paper, and how large that is, mm. @param scale 100 = 1:100. */
export function planFrame(
  job: Job,
  storeyId: Id,
  scale: number,
  { marginMm: margin, titleMm }: PlanLayout = plainLayout,
): { mm: number; at: (p: Point) => Point; width: number; height: number } {
  const { outline } = get(job, 'building', get(job, 'storey', storeyId).buildingId);
  const [x0, y0, x1, y1] = boundsOf(outline);
  const mm = 1000 / scale;
  return {
    mm,
    at: ([x, y]) => [(x - x0) * mm + margin, (y - y0) * mm + margin + titleMm],
    width: (x1 - x0) * mm + 2 * margin,
    height: (y1 - y0) * mm + 2 * margin + titleMm,
  };
}

/** Steps by which a room's name gives way to a mark, mm. */
const asideMm: readonly Point[] = [0, 6, -6, 11, -11, 16, -16].flatMap((dy) =>
  [0, 8, -8, 16, -16].map((dx): Point => [dx, dy]),
);
/**
 * @param scale 100 = 1:100. @param layout as for print where none is given.
 * @returns the text of an SVG file with layers (groups) `rooms`, `walls`, `openings`, `marks`.
 */
export function writePlanSvg(job: Job, storeyId: Id, scale = 100, layout: PlanLayout = plainLayout): string {
  const storey = get(job, 'storey', storeyId);
  const building = get(job, 'building', storey.buildingId);
  const { at, width, height, mm } = planFrame(job, storeyId, scale, layout);
  const { marginMm: margin, titleMm, nameMm } = layout;
  const marks = layout.marked.map(at);
  /** Where a room's name stands: at its best place, or aside of that where a mark lies. */
  const nameAt = (room: Room): Point => {
    const best = labelPoint(room.outline);
    const [x, y] = at(best);
    const halfMm = 0.29 * nameMm * room.name.length;
    const isIn = (dx: number, dy: number) => inRegion(room, best[0] + dx / mm, best[1] + dy / mm);
    // a mark has its number at its right
    const isClear = (dx: number, dy: number) =>
      marks.every(
        ([mx, my]) =>
          mx + 7 < x + dx - halfMm || mx - 3 > x + dx + halfMm || Math.abs(my - y - dy) > 2.5 + 1.6 * nameMm,
      );
    const inside = ([dx, dy]: Point) =>
      [dx - halfMm, dx + halfMm].every((x) => isIn(x, dy - nameMm) && isIn(x, dy + 1.5 * nameMm));
    const free =
      asideMm.find((p) => inside(p) && isClear(...p)) ??
      asideMm.find((p) => isIn(...p) && isClear(...p)) ??
      asideMm.find(inside);
    return [x + (free?.[0] ?? 0), y + (free?.[1] ?? 0)];
  };
  const poly = (points: readonly Point[]) => `M${points.map((p) => at(p).map(n).join(' ')).join('L')}Z`;
  const bar = (ax: number, ay: number, bx: number, by: number, half: number): Point[] => {
    const length = Math.hypot(bx - ax, by - ay) || 1;
    const [nx, ny] = [((by - ay) / length) * half, (-(bx - ax) / length) * half];
    const [ex, ey] = [((bx - ax) / length) * half, ((by - ay) / length) * half];
    return [
      [ax + nx - ex, ay + ny - ey],
      [bx + nx + ex, by + ny + ey],
      [bx - nx + ex, by - ny + ey],
      [ax - nx - ex, ay - ny - ey],
    ];
  };
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const walls = storeyWalls(job, storeyId);
  const lines: string[] = [];
  lines.push(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" font-family="sans-serif">`,
    `<title>${escaped(`${job.info.name}: ${building.name}, ${storey.name}, 1:${scale}`)}</title>`,
    ...(titleMm > 0
      ? [
          `<text x="${margin}" y="${margin - 3}" font-size="4.5">${escaped(`${building.name}, ${storey.name}`)}  1:${scale}</text>`,
        ]
      : []),
    '<g id="rooms" fill="#ffffff">',
    ...rooms.map((r) => `<path fill-rule="evenodd" d="${[r.outline, ...r.holes].map(poly).join('')}"/>`),
    '</g>',
    '<g id="walls" fill="#c9c2b2" stroke="#1f2a37" stroke-width="0.25">',
    ...walls.map(
      (w) =>
        `<path d="${poly(bar(w.ax, w.ay, w.bx, w.by, halfOf(job, w)))}"><title>${escaped(find(job, 'assembly', w.assemblyId)?.name ?? 'wall')}</title></path>`,
    ),
    '</g>',
    '<g id="openings" fill="#ffffff" stroke="#1f2a37" stroke-width="0.18">',
    ...job.openings.flatMap((o) => {
      const w = walls.find((x) => x.id === o.wallId);
      if (!w) return [];
      const length = Math.hypot(w.bx - w.ax, w.by - w.ay);
      const point = (m: number): Point => [
        w.ax + ((w.bx - w.ax) * m) / length,
        w.ay + ((w.by - w.ay) * m) / length,
      ];
      const [p, q] = [point(o.offsetM - o.widthM / 2), point(o.offsetM + o.widthM / 2)];
      const half = halfOf(job, w);
      const [ux, uy] = [((w.bx - w.ax) / length) * half, ((w.by - w.ay) / length) * half];
      return [
        `<path d="${poly(bar(p[0] + ux, p[1] + uy, q[0] - ux, q[1] - uy, half))}"><title>${o.kind}</title></path>`,
      ];
    }),
    '</g>',
    `<g id="marks" font-size="${n(nameMm)}" text-anchor="middle">`,
    ...rooms.map((r) => {
      const [x, y] = nameAt(r);
      return `<text x="${n(x)}" y="${n(y)}">${escaped(r.name)}<tspan x="${n(x)}" dy="${n(1.29 * nameMm)}" font-size="${n(0.857 * nameMm)}">${areaText(regionArea(r), job.info.lengths)}</tspan></text>`;
    }),
    '</g>',
    '</svg>',
  );
  return `${lines.join('\n')}\n`;
}
