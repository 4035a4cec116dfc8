/** Where the name of a room may stand: inside it, as near to its middle as may be. */
import { boundsOf } from '@/core/geometry/place';
import { labelPoint } from '@/core/geometry/polygon';
import { inRegion, isUpright } from '@/core/geometry/region';
import type { Point, Room } from '@/core/job/records';
import type { Box, LabelPlace } from './placeLabels';

/** Places tried along each side of a room. */
const across = 6;
/** Clear of the walls, px. */
const clearPx = 3;

const middles = new WeakMap<Room, Point>();
function middleOf(room: Room): Point {
  const before = middles.get(room);
  if (before) return before;
  const made = labelPoint(room.outline);
  middles.set(room, made);
  return made;
}

/** Whether a box, px, is inside a room that is drawn to a scale. */
function insideOf(room: Room, scale: number): (box: Box) => boolean {
  const [x0, y0, x1, y1] = boundsOf(room.outline);
  const isBox = isUpright(room);
  return ({ x, y, w, h }) => {
    const [l, r, t, b] = [x - w / 2 - clearPx, x + w / 2 + clearPx, y - h / 2 - clearPx, y + h / 2 + clearPx];
    if (l < x0 * scale || r > x1 * scale || t < y0 * scale || b > y1 * scale) return false;
    if (isBox) return true;
    return [
      [l, t],
      [r, t],
      [l, b],
      [r, b],
      [x, t],
      [x, b],
    ].every(([px = 0, py = 0]) => inRegion(room, px / scale, py / scale));
  };
}

/**
 * Places for the texts of a room, the fullest text first, each nearest to the middle first; then the last text upright.
 * @param texts sizes of its texts, px. @param scale px a metre. @returns none where not even the shortest fits.
 */
export function roomPlaces(
  room: Room,
  texts: readonly { w: number; h: number }[],
  scale: number,
): LabelPlace[] {
  const [x0, y0, x1, y1] = boundsOf(room.outline);
  const middle = middleOf(room);
  const isInside = insideOf(room, scale);
  const points: Point[] = [middle];
  for (let i = 1; i < across; i++)
    for (let k = 1; k < across; k++)
      points.push([x0 + ((x1 - x0) * i) / across, y0 + ((y1 - y0) * k) / across]);
  const far = ([x, y]: Point) => Math.hypot(x - middle[0], y - middle[1]);
  points.sort((a, b) => far(a) - far(b));
  const last = texts.at(-1);
  const shapes = [
    ...texts.map(({ w, h }, text) => ({ w, h, text, upright: false })),
    ...(last ? [{ w: last.h, h: last.w, text: texts.length - 1, upright: true }] : []),
  ];
  return shapes
    .filter(({ w, h }) => w + 2 * clearPx <= (x1 - x0) * scale && h + 2 * clearPx <= (y1 - y0) * scale)
    .flatMap(({ w, h, text, upright }) =>
      points.flatMap(([x, y]): LabelPlace[] => {
        const place: LabelPlace = { x: x * scale, y: y * scale, w, h, text };
        return isInside(place) ? [upright ? { ...place, upright } : place] : [];
      }),
    );
}
