/** Words of a path profile, placed together: the numbers of what is crossed, the words at its ends, names of obstacles. */
import { around, type Box, type Label, type Placed, placeLabels } from '@/editor/labels/placeLabels';

/** px, in the order along the path. */
type At = readonly [number, number];

export interface ProfileWords {
  /** Where each crossing is on the path. */
  crossed: readonly At[];
  /** An end that is no unit has a word; a unit has its peg, which nothing may cover. */
  ends: readonly { at: At; word: string | null }[];
  /** The boxes of obstacles on the drawing, with their names. */
  obstacles: readonly { id: string; name: string; box: Box }[];
  width: number;
  measure: (text: string, sizePx: number, weight?: number) => number;
}

export const numberPx = 15;
const endSize = 12.5;
const nameSize = 11.5;
const pegPx = 26;

/** @returns places by id: `crossed 0` …, `end 0` and `end 1`, `obstacle ID`; what has no room is left out. */
export function profileLabels({ crossed, ends, obstacles, width, measure }: ProfileWords): Placed {
  const inside = ({ x, w }: Box) => x - w / 2 >= 0 && x + w / 2 <= width;
  const signs: Box[] = ends.map(({ at: [x, y], word }) =>
    word === null ? { x, y: y - pegPx / 2, w: pegPx, h: pegPx + 8 } : { x, y, w: 10, h: 10 },
  );
  const labels: Label[] = [
    ...crossed.map(([x, y], i): Label => ({
      id: `crossed ${i}`,
      rank: 100 - i / 1000,
      optional: false,
      // over the path, else under it, and the farther off the later
      places: [1, -1.15, 2.1, -2.25, 3.2, -3.35, 4.3, 5.4].flatMap((off) =>
        [0, 9, -9].map((aside) => ({
          x: x + aside,
          y: y - off * numberPx,
          w: numberPx,
          h: numberPx,
          ...(Math.abs(off) > 1.2 || aside !== 0 ? { from: [x, y] as const } : {}),
        })),
      ),
    })),
    ...ends.flatMap(({ at, word }, i): Label[] =>
      word === null
        ? []
        : [
            {
              id: `end ${i}`,
              rank: 90,
              optional: false,
              places: around(at, measure(word, endSize, 700), endSize + 3, 8, { rings: 3 }).filter(inside),
            },
          ],
    ),
    ...obstacles.map(({ id, name, box }): Label => {
      const w = measure(name, nameSize);
      const low = box.y + box.h / 2 - nameSize / 2 - 4;
      return {
        id: `obstacle ${id}`,
        rank: 10,
        optional: true,
        places:
          w + 6 > box.w
            ? []
            : [low, box.y, box.y - box.h / 2 + nameSize].map((y) => ({ x: box.x, y, w, h: nameSize + 2 })),
      };
    }),
  ];
  return placeLabels(labels, signs, []);
}
