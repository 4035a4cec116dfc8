/** All words on the wiring section, placed together: what comes to each unit, numbers of spots, names of rooms; px. */
import type { Job } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import type { SectionBuilding } from '@/core/wiring/layout';
import type { WiringPath } from '@/core/wiring/paths';
import {
  around,
  type Box,
  type Label,
  type LabelPlace,
  type Placed,
  placeLabels,
} from '@/editor/labels/placeLabels';
import type { textWidth } from '@/editor/labels/textWidth';
import { arcBend, type Layout, type WiringScale } from './wiringScale';

/** Sizes of letters, px. */
export const wiringSizes = { rate: 14, load: 11.5, spot: 11, room: 11.5 } as const;
const rank = { unit: 100, spot: 90, room: 80 } as const;
/** Boxes so large follow the bands of links, px: a band of 10 Gbps with its edge. */
const bandPx = 17;

interface WiringWords {
  job: Job;
  layout: Layout;
  scale: WiringScale;
  units: readonly Unit[];
  paths: readonly WiringPath[];
  /** What is written beside a unit. */
  linesOf: (unit: Unit) => string[];
  measure: typeof textWidth;
}

/** Where the band of a link bends, px; an arc over the air in twelve pieces. */
function cornersOf(medium: string, points: [number, number][]): [number, number][] {
  const [a, b] = [points[0], points.at(-1)];
  if (medium !== 'wireless' || !a || !b) return points;
  const bend = arcBend(a, b);
  return Array.from({ length: 13 }, (_, i) => {
    const t = i / 12;
    const along = (k: 0 | 1) => (1 - t) ** 2 * a[k] + 2 * t * (1 - t) * bend[k] + t * t * b[k];
    return [along(0), along(1)];
  });
}

/** The underside of the roof above a place, px from the top. */
export function roofAt(
  section: Pick<SectionBuilding, 'roof'>,
  x: number,
  px: (x: number, z: number) => [number, number],
): number {
  for (let i = 0; i + 1 < section.roof.length; i++) {
    const [a, b] = [section.roof[i], section.roof[i + 1]];
    if (!a || !b || x < a[0] || x > b[0] || b[0] - a[0] < 1e-6) continue;
    return px(0, a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1]))[1];
  }
  return -Infinity;
}

/** Places for the name of a room in its storey: under its ceiling first, in the middle first. */
function roomPlaces(
  section: SectionBuilding,
  storey: SectionBuilding['storeys'][number],
  room: { x0: number; x1: number },
  { px, across }: WiringScale,
  w: number,
): LabelPlace[] {
  const h = 15;
  const floorPx = Math.max(3, 0.16 * across);
  const [left, floor] = px(room.x0, storey.z0);
  const [right] = px(room.x1, storey.z0);
  const ceiling = px(0, storey.z1)[1] + floorPx;
  return [0.2, 0.5, 0.8].flatMap((down) =>
    [0.5, 0.35, 0.65, 0.2, 0.8].flatMap((along): LabelPlace[] => {
      const x = left + along * (right - left);
      if (x - w / 2 < left + 3 || x + w / 2 > right - 3) return [];
      const roof = [-w / 2, w / 2].map((dx) =>
        roofAt(section, room.x0 + ((x + dx - left) / (right - left)) * (room.x1 - room.x0), px),
      );
      const top = Math.max(ceiling, ...roof);
      const y = top + h / 2 + 2 + down * Math.max(0, floor - top - h - 6);
      return y + h / 2 < floor ? [{ x, y, w, h }] : [];
    }),
  );
}

/** @returns by `unit ID`, `spot ID` and `room BUILDING STOREY NUMBER`. */
export function wiringLabels({ job, layout, scale, units, paths, linesOf, measure }: WiringWords): Placed {
  const { px } = scale;
  const signs: Box[] = [];
  const labels: Label[] = [];
  const isWithin = (p: Box) => p.x - p.w / 2 >= 0 && p.x + p.w / 2 <= scale.w && p.y - p.h / 2 >= 0;
  for (const unit of units) {
    const [x, y] = px(...layout.placeOf(unit));
    signs.push({ x, y: y - 14, w: 24, h: 30 });
    const [first, second] = linesOf(unit);
    if (!first) continue;
    const w =
      Math.max(measure(first, wiringSizes.rate, 700), second ? measure(second, wiringSizes.load) : 0) + 6;
    const h = second ? 32 : 18;
    const beside = [1, -1].map((side): LabelPlace => ({
      x: x + side * (w / 2 + 15),
      y: y - 29 + h / 2,
      w,
      h,
    }));
    const above = around([x, y - 14], w, h, 18, { rings: 3 });
    labels.push({
      id: `unit ${unit.id}`,
      rank: rank.unit,
      places: [...beside, ...above].filter(isWithin),
      optional: false,
    });
  }
  for (const spot of job.spots) {
    const [x, y] = px(...layout.placeOf(spot));
    signs.push({ x, y, w: 9, h: 9 });
    const w = measure(String(spot.number), wiringSizes.spot, 600) + 2;
    const places = around([x, y], w, 12, 6, { rings: 3 }).filter(isWithin);
    labels.push({ id: `spot ${spot.id}`, rank: rank.spot, places, optional: false });
  }
  for (const section of layout.buildings)
    for (const s of section.storeys)
      s.rooms.forEach((room, i) => {
        const places = roomPlaces(section, s, room, scale, measure(room.name, wiringSizes.room, 600) + 4);
        const id = `room ${section.building.id} ${s.storey.id} ${i}`;
        // a name that a band would cut is left out
        labels.push({ id, rank: rank.room, places, optional: true, clear: true });
      });
  const bands = paths.flatMap(({ points, through, link }) => {
    for (const { at } of through) {
      const [x, y] = px(...at);
      signs.push({ x, y, w: 18, h: 18 });
    }
    const corners = cornersOf(
      link.medium,
      points.map((p) => px(...p)),
    );
    return corners.slice(1).flatMap((q, i): Box[] => {
      const p = corners[i] ?? q;
      const steps = Math.max(1, Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / bandPx));
      return Array.from({ length: steps }, (_, k) => {
        const t = (k + 0.5) / steps;
        return { x: p[0] + t * (q[0] - p[0]), y: p[1] + t * (q[1] - p[1]), w: bandPx, h: bandPx };
      });
    });
  });
  return placeLabels(labels, signs, bands);
}
