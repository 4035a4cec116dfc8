/**
 * An angular index: everything that stands, sorted by the direction in which one place sees it. For a place that
 * many paths start from (a unit) it finds what a path crosses with one look at the direction, then only what
 * lies there. For a path between any two places see `boxTree.ts`.
 */
import type { Crossings, AngularIndex, Scene } from './model';
import { add, epsilon, crossBlock, crossSlabs, openingAt } from './crossings';

/** Sectors of an angular index: so many for each thing that stands, a power of 2 within these. */
const sectorsPerItem = 1;
const [fewestSectors, mostSectors] = [128, 1024];
const sectorsFor = (items: number): number =>
  Math.min(
    mostSectors,
    Math.max(fewestSectors, 2 ** Math.ceil(Math.log2(Math.max(1, sectorsPerItem * items)))),
  );
/** Rounding of a direction never moves it out of its sector by more than this part of one. */
const slackSectors = 1e-6;
/** Distances and heights that bound a thing are this much wider, so that rounding hides nothing, m. */
const slackM = 0.001;

type Parts = Pick<Scene, 'shapes'>;

/** A direction as a number that rises all the way round, 0 … sectors, without an angle: along the sides of a square. */
function sectorOf(dx: number, dy: number, sectors: number): number {
  const sum = (dx < 0 ? -dx : dx) + (dy < 0 ? -dy : dy);
  if (sum === 0) return 0;
  const p = dy / sum;
  return (dx < 0 ? 2 - p : dy < 0 ? 4 + p : p) * (sectors / 4);
}

/** Distance in plan from here to a piece of a line, both relative to here, m. */
function distanceTo(ax: number, ay: number, bx: number, by: number): number {
  const ux = bx - ax;
  const uy = by - ay;
  const t = Math.min(1, Math.max(0, -(ax * ux + ay * uy) / (ux * ux + uy * uy || 1)));
  const x = ax + t * ux;
  const y = ay + t * uy;
  return Math.sqrt(x * x + y * y);
}

/** Is here (0, 0) within the corners of a thing, x and y each, or on its edge? */
function within(c: Float64Array): boolean {
  let sign = 0;
  for (let i = 0; i < 8; i += 2) {
    const k = (i + 2) % 8;
    const cross = (c[i] as number) * (c[k + 1] as number) - (c[i + 1] as number) * (c[k] as number);
    if (cross < 1e-9 && cross > -1e-9) continue;
    if (sign !== 0 && cross > 0 !== sign > 0) return false;
    sign = cross;
  }
  return true;
}

const corners = new Float64Array(8);

const dot = (plane: Float64Array, o: number, x: number, y: number, z: number): number =>
  (plane[o] as number) * x + (plane[o + 1] as number) * y + (plane[o + 2] as number) * z;

/**
 * Makes the angular index of a place. @param at site coordinates, m, finite. Some tens of µs for a house.
 * @throws RangeError with more than 65 535 walls and obstacles.
 */
export function angularIndexOf(parts: Parts, at: readonly [number, number, number]): AngularIndex {
  const [px, py, pz] = at;
  const { plane, panels, blocks, walls, outline, rise } = parts.shapes;
  const away = new Float64Array(panels);
  const along = new Float64Array(panels);
  const up = new Float64Array(panels);
  for (let i = 0; i < panels; i++) {
    const o = i * 12;
    away[i] = (plane[o + 3] as number) - dot(plane, o, px, py, pz);
    along[i] = dot(plane, o + 4, px, py, pz) - (plane[o + 7] as number);
    up[i] = dot(plane, o + 8, px, py, pz) - (plane[o + 11] as number);
  }
  const count = panels + blocks;
  const sectors = sectorsFor(count);
  if (count > 65_535) throw new RangeError('scene: more than 65 535 walls and obstacles');
  // the sectors that each thing spans, how near it comes, and between which slopes a path can meet it
  const first = new Int32Array(count);
  const span = new Int32Array(count);
  const distance = new Float64Array(count);
  const least = new Float64Array(count);
  const most = new Float64Array(count);
  for (let item = 0; item < count; item++) {
    const isWall = item < walls;
    const used = isWall ? 4 : 8;
    for (let i = 0; i < 8; i += 2) {
      corners[i] = (outline[item * 8 + i] as number) - px;
      corners[i + 1] = (outline[item * 8 + i + 1] as number) - py;
    }
    let near = Infinity;
    let far = 0;
    for (let i = 0; i < used; i += 2) {
      const k = (i + 2) % used;
      const [ax, ay] = [corners[i] as number, corners[i + 1] as number];
      near = Math.min(near, distanceTo(ax, ay, corners[k] as number, corners[k + 1] as number));
      far = Math.max(far, ax * ax + ay * ay);
    }
    far = Math.sqrt(far) + slackM;
    const isHere = near < 1e-6 || (!isWall && within(corners));
    const close = isHere ? 0 : Math.max(0, near - slackM);
    const floor = (rise[item * 2] as number) - pz - slackM;
    const top = (rise[item * 2 + 1] as number) - pz + slackM;
    // to what lies lower than here the near end is the steeper, to what lies higher the far end the flatter
    least[item] = floor / (floor < 0 ? close : far);
    most[item] = top / (top > 0 ? close : far);
    if (isHere) {
      span[item] = sectors;
      continue;
    }
    // seen from outside it spans less than half the round: all corners lie within half of it of the first
    const from = sectorOf(corners[0] as number, corners[1] as number, sectors);
    let low = 0;
    let high = 0;
    for (let i = 2; i < used; i += 2) {
      const off = sectorOf(corners[i] as number, corners[i + 1] as number, sectors) - from;
      const short = off > sectors / 2 ? off - sectors : off < -sectors / 2 ? off + sectors : off;
      if (short < low) low = short;
      if (short > high) high = short;
    }
    const start = Math.floor(from + low - slackSectors);
    first[item] = (start + sectors) % sectors;
    span[item] = Math.floor(from + high + slackSectors) - start + 1;
    distance[item] = near;
  }
  // nearest first, to the millimetre, then each thing into its sectors: so every sector is in order
  const order = new Float64Array(count);
  for (let item = 0; item < count; item++)
    order[item] = Math.floor((distance[item] as number) * 1000) * 65_536 + item;
  order.sort();
  const start = new Int32Array(sectors + 1);
  for (let item = 0; item < count; item++) {
    const from = first[item] as number;
    const to = from + (span[item] as number);
    for (let s = from; s < to; s++) {
      const k = (s % sectors) + 1;
      start[k] = (start[k] as number) + 1;
    }
  }
  for (let s = 0; s < sectors; s++) start[s + 1] = (start[s + 1] as number) + (start[s] as number);
  const filled = start.slice(0, sectors);
  const items = new Uint16Array(start[sectors] as number);
  const bounds = new Float32Array(3 * items.length);
  for (let i = 0; i < count; i++) {
    const item = (order[i] as number) % 65_536;
    const from = first[item] as number;
    const to = from + (span[item] as number);
    const close = (distance[item] as number) - slackM;
    // wider by more than numbers of 32 bits are rounded
    const flattest = (least[item] as number) - Math.abs(least[item] as number) * 1e-6;
    const steepest = (most[item] as number) + Math.abs(most[item] as number) * 1e-6;
    for (let s = from; s < to; s++) {
      const k = filled[s % sectors] as number;
      filled[s % sectors] = k + 1;
      items[k] = item;
      bounds[k * 3] = close;
      bounds[k * 3 + 1] = flattest;
      bounds[k * 3 + 2] = steepest;
    }
  }
  return { at, away, along, up, start, items, bounds };
}

/**
 * Fills `out` with everything that the straight path from an angular index's place to q crosses, in no set
 * order. Openings count instead of their wall; open ones not at all. A path that runs within a wall's
 * plane does not cross that wall. Allocates nothing.
 */
export function crossingsFrom(
  { shapes }: Pick<Scene, 'shapes'>,
  index: AngularIndex,
  qx: number,
  qy: number,
  qz: number,
  out: Crossings,
): void {
  out.count = 0;
  const px = index.at[0];
  const py = index.at[1];
  const pz = index.at[2];
  const dx = qx - px;
  const dy = qy - py;
  const dz = qz - pz;
  const plan = Math.sqrt(dx * dx + dy * dy);
  const length = Math.sqrt(plan * plan + dz * dz);
  if (!(length > 1e-6)) return;
  const perLength = 1 / length;
  const { walls, panels, plane, side } = shapes;
  crossSlabs(shapes, px, py, pz, dx, dy, dz, perLength, out);
  const { start, items, bounds, away, along, up } = index;
  const tilt = dz / plan;
  const sectors = start.length - 1;
  const at = sectorOf(dx, dy, sectors) | 0;
  const sector = at >= sectors ? sectors - 1 : at;
  const stop = start[sector + 1] as number;
  for (let i = start[sector] as number; i < stop; i++) {
    if ((bounds[i * 3] as number) > plan) return;
    if ((bounds[i * 3 + 1] as number) > tilt || (bounds[i * 3 + 2] as number) < tilt) continue;
    const item = items[i] as number;
    if (item >= panels) {
      crossBlock(shapes, item, px, py, pz, dx, dy, dz, out);
      continue;
    }
    const o = item * 12;
    let slope = (plane[o] as number) * dx + (plane[o + 1] as number) * dy;
    if (item >= walls) slope += (plane[o + 2] as number) * dz;
    let ahead = away[item] as number;
    if (slope < 0) {
      slope = -slope;
      ahead = -ahead;
    }
    if (ahead <= epsilon * slope || ahead >= (1 - epsilon) * slope || slope < epsilon) continue;
    const t = ahead / slope;
    const a = (along[item] as number) + t * ((plane[o + 4] as number) * dx + (plane[o + 5] as number) * dy);
    if (a < 0 || a > (side[item * 2] as number)) continue;
    let b = (up[item] as number) + t * (plane[o + 10] as number) * dz;
    if (item >= walls) b += t * ((plane[o + 8] as number) * dx + (plane[o + 9] as number) * dy);
    if (b < 0 || b > (side[item * 2 + 1] as number)) continue;
    add(shapes, openingAt(shapes, item, a, b), slope * perLength, t, out);
  }
}
