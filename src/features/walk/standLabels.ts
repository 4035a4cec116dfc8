/** Words of the small plan that shows where to stand: the ring's own, and the names of the rooms around. */
import type { Room } from '@/core/job/records';
import { around, type Box, type Label, type Placed, placeLabels } from '@/editor/labels/placeLabels';
import { roomPlaces } from '@/editor/labels/roomPlaces';

/** Of the picture, px; the spot is in its middle. */
export const standSize = [358, 196] as const;
const [width, height] = standSize;
const sizePx = 13;
const ringPx = 46;
const pegPx = 26;

/** @param pegs where units are, px. @param px metres of the storey to px. @returns places by room id, and `here`. */
export function standLabels(
  rooms: readonly Room[],
  pegs: readonly (readonly [number, number])[],
  scale: number,
  px: (x: number, y: number) => [number, number],
  measure: (text: string, sizePx: number, weight?: number) => number,
): Placed {
  const inside = ({ x, y, w, h }: Box) =>
    x - w / 2 >= 4 && x + w / 2 <= width - 4 && y - h / 2 >= 2 && y + h / 2 <= height - 2;
  const [x0, y0] = px(0, 0);
  const size = (text: string) => ({ w: measure(text, sizePx, 700) + 4, h: sizePx + 3 });
  const middle: [number, number] = [width / 2, height / 2];
  const { w, h } = size('Stand here');
  const labels: Label[] = [
    {
      id: 'here',
      rank: 100,
      optional: false,
      places: around(middle, w, h, ringPx / 2 + 2, { rings: 3 }).filter(inside),
    },
    ...rooms.map((room): Label => ({
      id: room.id,
      rank: 10,
      optional: true,
      places: roomPlaces(room, [size(room.name)], scale)
        .filter((p) => !p.upright)
        .map((p) => ({ ...p, x: p.x + x0, y: p.y + y0 }))
        .filter(inside),
    })),
  ];
  const signs: Box[] = [
    { x: middle[0], y: middle[1], w: ringPx, h: ringPx },
    ...pegs.map(([x, y]) => ({ x, y: y - pegPx / 2, w: pegPx, h: pegPx + 6 })),
  ];
  return placeLabels(labels, signs, []);
}
