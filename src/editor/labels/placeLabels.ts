/** Where words stand on a drawing: all together, the weightiest first, none over another or over a sign. Pure; all in px. */

/** A box by its middle. */
export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** One place where a label may stand. */
export interface LabelPlace extends Box {
  /** Which of the label's texts is meant, where it has longer and shorter ones: 0 = the first. */
  text?: number;
  upright?: boolean;
  /** Where what it names is, for a line to it; none where it stands beside. */
  from?: readonly [number, number];
}

export interface Label {
  id: string;
  /** Greater ones choose first. */
  rank: number;
  /** Best first. */
  places: readonly LabelPlace[];
  /** Is it left out where no place is free? Else it stands where it covers least. */
  optional: boolean;
  /** Does it never stand on what others only keep off where they can? */
  clear?: boolean;
}

export type Placed = ReadonlyMap<string, LabelPlace & { index: number }>;

/** Boxes are this much apart at least, px. */
const apartPx = 1;
/** Side of a cell of the index, px. */
const cellPx = 48;

/** Boxes by the cells that they touch. */
class BoxIndex {
  private readonly cells = new Map<number, Box[]>();

  add(box: Box): void {
    const { x, y, w, h } = box;
    for (let i = Math.floor((x - w / 2) / cellPx); i <= Math.floor((x + w / 2) / cellPx); i++)
      for (let k = Math.floor((y - h / 2) / cellPx); k <= Math.floor((y + h / 2) / cellPx); k++) {
        const here = this.cells.get(i * 65_537 + k);
        if (here) here.push(box);
        else this.cells.set(i * 65_537 + k, [box]);
      }
  }

  /** Area of a box that others cover, px², as far as it is more than `atMost`; one in two cells counts twice. */
  covered(box: Box, atMost = Infinity): number {
    const { x, y, w, h } = box;
    let sum = 0;
    for (let i = Math.floor((x - w / 2) / cellPx); i <= Math.floor((x + w / 2) / cellPx); i++)
      for (let k = Math.floor((y - h / 2) / cellPx); k <= Math.floor((y + h / 2) / cellPx); k++)
        for (const o of this.cells.get(i * 65_537 + k) ?? none) {
          sum += overlap(box, o);
          if (sum > atMost) return sum;
        }
    return sum;
  }

  isFree = (box: Box): boolean => this.covered(box, 0) === 0;
}
const none: readonly Box[] = [];

/** Area that two boxes share, px². */
export function overlap(a: Box, b: Box): number {
  const w = (a.w + b.w) / 2 + apartPx - Math.abs(a.x - b.x);
  const h = (a.h + b.h) / 2 + apartPx - Math.abs(a.y - b.y);
  return w > 0 && h > 0 ? w * h : 0;
}

/**
 * Places labels: each at its first place that is free, and where it stood before as long as that is free.
 * @param signs what no label may cover. @param soft what labels keep off where they can.
 * @param before where they stood; so that nothing jumps while the drawing is moved or drawn larger.
 */
export function placeLabels(
  labels: readonly Label[],
  signs: readonly Box[],
  soft: readonly Box[] = [],
  before: Placed | null = null,
): Placed {
  const [taken, better] = [new BoxIndex(), new BoxIndex()];
  for (const box of signs) taken.add(box);
  for (const box of soft) better.add(box);
  const placed = new Map<string, LabelPlace & { index: number }>();
  const put = (label: Label, index: number) => {
    const place = label.places[index];
    if (!place) return;
    placed.set(label.id, { ...place, index });
    taken.add(place);
  };
  const inOrder = [...labels].sort((a, b) => b.rank - a.rank || (a.id < b.id ? -1 : 1));
  for (const label of inOrder) {
    const had = before?.get(label.id)?.index;
    const kept = had === undefined ? undefined : label.places[had];
    // better a longer text in another place than a shorter one where it was
    const isKept = kept !== undefined && (kept.text ?? 0) === 0 && taken.isFree(kept) && better.isFree(kept);
    if (isKept && had !== undefined) {
      put(label, had);
      continue;
    }
    const index = bestOf(label, taken, better);
    if (index !== undefined) put(label, index);
    else if (!label.optional) put(label, leastCovered(label, taken));
  }
  return placed;
}

/** The first free place that is also clear; but better beside what it names than clear and far from it. */
function bestOf({ places, clear }: Label, taken: BoxIndex, better: BoxIndex): number | undefined {
  const firstOf = (isFar: boolean): number | undefined => {
    let free: number | undefined;
    for (const [i, place] of places.entries()) {
      if ((place.from !== undefined) !== isFar || !taken.isFree(place)) continue;
      if (better.isFree(place)) return i;
      free ??= clear ? undefined : i;
    }
    return free;
  };
  return firstOf(false) ?? firstOf(true);
}

function leastCovered({ places }: Label, taken: BoxIndex): number {
  let [best, least] = [0, Infinity];
  places.forEach((p, i) => {
    const area = taken.covered(p, least);
    if (area < least) [best, least] = [i, area];
  });
  return best;
}

/** Places around a point: beside it at eight sides, then farther away with a line to it. @param gapPx from the point to the box. */
export function around(
  [x, y]: readonly [number, number],
  w: number,
  h: number,
  gapPx: number,
  { rings = 3 }: { rings?: number } = {},
): LabelPlace[] {
  const sides = [
    [1, -1],
    [-1, -1],
    [1, 1],
    [-1, 1],
    [0, -1],
    [1, 0],
    [-1, 0],
    [0, 1],
  ] as const;
  return Array.from({ length: rings }, (_, ring) =>
    sides.map(([sx, sy]): LabelPlace => {
      const far = gapPx + ring * (h + 6);
      const place = { x: x + sx * (w / 2 + far), y: y + sy * (h / 2 + far), w, h };
      return ring === 0 ? place : { ...place, from: [x, y] };
    }),
  ).flat();
}
