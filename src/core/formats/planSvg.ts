/** A storey as an SVG drawing at a scale, for print and for other programs. Lengths are millimetres on paper. */
import { boundsOf } from '../geometry/place';
import { labelPoint } from '../geometry/polygon';
import { regionArea } from '../geometry/region';
import { find, get, type Job } from '../job/job';
import type { Id, Point } from '../job/records';
import { halfOf, storeyWalls } from '../survey/storeyGraph';

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);
const n = (v: number) => String(Math.round(v * 100) / 100);

/**
 * @param scale 100 = 1:100.
 * @returns the text of an SVG file with layers (groups) `rooms`, `walls`, `openings`, `marks`.
 */
export function writePlanSvg(job: Job, storeyId: Id, scale = 100): string {
  const storey = get(job, 'storey', storeyId);
  const building = get(job, 'building', storey.buildingId);
  const [x0, y0, x1, y1] = boundsOf(building.outline);
  const mm = 1000 / scale;
  const margin = 15;
  const at = ([x, y]: Point): Point => [(x - x0) * mm + margin, (y - y0) * mm + margin + 8];
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
  const [width, height] = [(x1 - x0) * mm + 2 * margin, (y1 - y0) * mm + 2 * margin + 8];
  lines.push(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" font-family="sans-serif">`,
    `<title>${escaped(`${job.info.name}: ${building.name}, ${storey.name}, 1:${scale}`)}</title>`,
    `<text x="${margin}" y="${margin - 3}" font-size="4.5">${escaped(`${building.name}, ${storey.name}`)}  1:${scale}</text>`,
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
    '<g id="marks" font-size="2.8" text-anchor="middle">',
    ...rooms.map((r) => {
      const [x, y] = at(labelPoint(r.outline));
      return `<text x="${n(x)}" y="${n(y)}">${escaped(r.name)}<tspan x="${n(x)}" dy="3.6" font-size="2.4">${regionArea(r).toFixed(1)} m²</tspan></text>`;
    }),
    '</g>',
    '</svg>',
  );
  return `${lines.join('\n')}\n`;
}
