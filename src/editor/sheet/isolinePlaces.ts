/** What is written on isolines, and where. */
import type { RoomField, SheetLayer } from '@/workers/protocol';

/** Text of an isoline. */
export function levelText(layer: SheetLayer, level: number): string {
  if (layer === 'headroom' || layer === 'taught')
    return level === 0 ? '0' : level > 0 ? `+${level}` : `−${Math.abs(level)}`;
  return layer === 'signal' ? `−${Math.abs(level)}` : `${Math.round(level * 100)} %`;
}

/** So far from the walls at least, m; so far apart; and so many for each isoline. */
const [leastEdgeM, apartM, most] = [0.35, 0.6, 8] as const;

/**
 * For each isoline of a room its text, and places on it, those farthest from the walls first.
 * @param inside distance to the walls, m; 0 outside the room.
 */
export function isolinePlaces(
  field: Pick<RoomField, 'bands'>,
  layer: Exclude<SheetLayer, 'units'>,
  inside: (x: number, y: number) => number,
): { level: number; text: string; points: [number, number][] }[] {
  return field.bands.slice(1).flatMap(({ level, points }) => {
    const all: { x: number; y: number; edge: number }[] = [];
    for (let i = 0; i < points.length; i += 4) {
      const [x, y] = [points[i] as number, points[i + 1] as number];
      const edge = inside(x, y);
      if (edge >= leastEdgeM) all.push({ x, y, edge });
    }
    all.sort((a, b) => b.edge - a.edge);
    const chosen: typeof all = [];
    for (const p of all) {
      if (chosen.length === most) break;
      if (chosen.every((c) => Math.hypot(c.x - p.x, c.y - p.y) >= apartM)) chosen.push(p);
    }
    return chosen.length
      ? [{ level, text: levelText(layer, level), points: chosen.map(({ x, y }): [number, number] => [x, y]) }]
      : [];
  });
}
