/** Where the parts of a storey stand in its cell of the section, px. Pure. */
import { roughWidth } from '../labels/textWidth';

export interface CellShape {
  x: number;
  y: number;
  width: number;
  height: number;
  /** Under a roof: the name stands in the middle. */
  centred: boolean;
}

/** A cell lower than this has one row, one narrower has its count below. */
const [lowPx, narrowPx] = [42, 80];
const [boxPx, pegPx] = [12, 16];

export interface CellLayout {
  name: { x: number; y: number; size: number; anchor: 'middle' | 'start' };
  count: { x: number; y: number };
  /** Left corner of each box that fits; spots that have none are in the count. */
  boxes: { x: number; y: number }[];
  /** Foot of each unit's peg. */
  pegs: { x: number; y: number }[];
}

/** A name cut so that it fits, px; a number at its end stays. Example: «Outbuilding 2» → «Outbu… 2». */
export function fittedName(name: string, roomPx: number, sizePx: number): string {
  const fits = (text: string) => roughWidth(text, sizePx) <= roomPx;
  if (fits(name)) return name;
  const [end = ''] = / \d+$/.exec(name) ?? [];
  for (let letters = name.length - end.length - 1; letters > 1; letters--) {
    const cut = `${name.slice(0, letters).trimEnd()}…${end}`;
    if (fits(cut)) return cut;
  }
  return name.slice(0, 1) + '…';
}

export function cellLayout(
  { x, y, width, height, centred }: CellShape,
  spots: number,
  units: number,
): CellLayout {
  const low = height < lowPx && !centred;
  const narrow = width < narrowPx && !centred;
  const [right, bottom] = [x + width, y + height];
  const room = width - (narrow ? 30 : 12 + units * (pegPx + 1));
  const fitting = Math.max(0, Math.min(spots, Math.floor(room / boxPx)));
  const top = y + (low || centred ? 13 : 16);
  return {
    name: {
      x: centred ? x + width / 2 : x + (narrow ? 4 : 7),
      y: top,
      size: narrow ? 11.5 : 13,
      anchor: centred ? 'middle' : 'start',
    },
    count: {
      x: right - (narrow ? 4 : 6),
      y: centred ? bottom - 3 : narrow ? bottom - 5 : top,
    },
    boxes: Array.from({ length: fitting }, (_, i) => ({
      x: x + (centred ? 10 : narrow ? 4 : 7) + i * boxPx,
      y: low || narrow || centred ? bottom - 13 : y + 24,
    })),
    pegs: Array.from({ length: units }, (_, i) => ({
      x: right - (narrow ? 8 : 10) - (units - 1 - i) * pegPx + (centred ? 26 : 0),
      y: narrow ? y + 19 : bottom - 3,
    })),
  };
}
