/**
 * The plan of a storey as a graph: where walls meet, and the spaces that they close off.
 * Coordinates are metres, y down the sheet; spaces are walked with the space at the left hand
 * (as `offsetOutline` wants it).
 */
import type { Point } from './point';
import { areaOf, inPolygon, signedArea } from './polygon';
import { offsetOutline } from './offset';
import { crossing, type Line, nearestOn } from './segment';

/** The middle line of a wall, and half its thickness, m. */
export interface Segment extends Line {
  id: string;
  half: number;
}

/** A closed space between walls. */
export interface Face {
  /** Walls round it, and within it if some stand free. */
  wallIds: Set<string>;
  /** Clear of the walls; holes are free-standing walls or blocks of rooms inside. */
  outline: [number, number][];
  holes: [number, number][][];
  /** Clear area, m². */
  areaM2: number;
}

/** An end of a wall that meets nothing. */
export interface OpenEnd {
  wallId: string;
  end: 'a' | 'b';
  x: number;
  y: number;
}

export interface WallGraph {
  faces: Face[];
  openEnds: OpenEnd[];
  /** Outer faces of the walls, one outline for each group of walls that hang together and enclose something. */
  boundaries: [number, number][][];
  /** Pairs of walls that lie along each other. */
  doubles: [string, string][];
}

/** Ends nearer than this are one place, m. */
export const joinM = 0.02;

interface Edge {
  from: number;
  to: number;
  half: number;
  wallId: string;
}

/** Nodes by place: points nearer than `joinM` share a number. */
function vertexIndex() {
  const places: Point[] = [];
  const cells = new Map<string, number[]>();
  const cell = (v: number) => Math.floor(v / joinM);
  return {
    places,
    at(x: number, y: number): number {
      for (let i = -1; i <= 1; i++)
        for (let k = -1; k <= 1; k++)
          for (const n of cells.get(`${cell(x) + i},${cell(y) + k}`) ?? []) {
            const [px, py] = places[n] ?? [Infinity, Infinity];
            if (Math.hypot(px - x, py - y) < joinM) return n;
          }
      places.push([x, y]);
      const key = `${cell(x)},${cell(y)}`;
      cells.set(key, [...(cells.get(key) ?? []), places.length - 1]);
      return places.length - 1;
    },
  };
}

/**
 * Joins an end to the wall it stops at: the short piece from the end to the middle of that wall.
 * An end belongs to a wall when it lies within the wall's body or up to `joinM` beside it.
 */
function joint(end: Point, own: Segment, walls: readonly Segment[]): Segment | null {
  let best: { piece: Segment; distance: number } | null = null;
  for (const other of walls) {
    if (other === own) continue;
    const foot = nearestOn(other, end[0], end[1]);
    if (foot.distance > other.half + joinM) continue;
    if (foot.distance < joinM) return null;
    // straight on if the own line meets the other wall's middle near here, else square across
    const along = crossing(own, other);
    const ahead =
      along && along.u >= 0 && along.u <= 1
        ? { x: own.ax + along.t * (own.bx - own.ax), y: own.ay + along.t * (own.by - own.ay) }
        : null;
    const straight =
      ahead !== null && Math.hypot(ahead.x - end[0], ahead.y - end[1]) <= 2 * other.half + joinM;
    const to = straight ? ahead : foot;
    const distance = Math.hypot(to.x - end[0], to.y - end[1]);
    if (!best || distance < best.distance)
      best = {
        distance,
        piece: { id: own.id, ax: end[0], ay: end[1], bx: to.x, by: to.y, half: straight ? own.half : 0 },
      };
  }
  return best?.piece ?? null;
}

/** All places along a segment where it must be cut, as fractions. */
function splitPositions(s: Segment, all: readonly Segment[]): number[] {
  const length = Math.hypot(s.bx - s.ax, s.by - s.ay);
  const slack = joinM / length;
  const cuts = [0, 1];
  const [x0, x1] = [Math.min(s.ax, s.bx) - joinM, Math.max(s.ax, s.bx) + joinM];
  const [y0, y1] = [Math.min(s.ay, s.by) - joinM, Math.max(s.ay, s.by) + joinM];
  for (const o of all) {
    if (o === s || Math.max(o.ax, o.bx) < x0 || Math.min(o.ax, o.bx) > x1) continue;
    if (Math.max(o.ay, o.by) < y0 || Math.min(o.ay, o.by) > y1) continue;
    for (const [x, y] of [
      [o.ax, o.ay],
      [o.bx, o.by],
    ] as const) {
      const foot = nearestOn(s, x, y);
      if (foot.distance < joinM) cuts.push(foot.t);
    }
    const at = crossing(s, o);
    const otherSlack = joinM / Math.hypot(o.bx - o.ax, o.by - o.ay);
    if (at && at.t > -slack && at.t < 1 + slack && at.u > -otherSlack && at.u < 1 + otherSlack)
      cuts.push(Math.min(1, Math.max(0, at.t)));
  }
  return cuts.sort((a, b) => a - b);
}

/**
 * Works out the graph of a storey's walls. A wall's end joins whatever wall it stops at or in;
 * crossing walls are cut where they cross.
 * Example: four walls in a square with one across the middle give two faces and no open end.
 */
export function wallGraph(walls: readonly Segment[]): WallGraph {
  const pieces: Segment[] = [...walls];
  for (const w of walls)
    for (const end of [
      [w.ax, w.ay],
      [w.bx, w.by],
    ] as const) {
      const piece = joint(end, w, walls);
      if (piece) pieces.push(piece);
    }

  // cut everything at every meeting place
  const book = vertexIndex();
  const edges = new Map<string, Edge>();
  const doubles = new Map<string, [string, string]>();
  for (const s of pieces) {
    const cuts = splitPositions(s, pieces).map((t) =>
      book.at(s.ax + t * (s.bx - s.ax), s.ay + t * (s.by - s.ay)),
    );
    cuts.forEach((to, i) => {
      const from = cuts[i - 1];
      if (from === undefined || from === to) return;
      const key = from < to ? `${from}-${to}` : `${to}-${from}`;
      const old = edges.get(key);
      if (old && old.wallId !== s.id && old.half > 0 && s.half > 0) {
        const pair: [string, string] = old.wallId < s.id ? [old.wallId, s.id] : [s.id, old.wallId];
        doubles.set(pair.join(' '), pair);
      }
      if (!old || s.half > old.half) edges.set(key, { from, to, half: s.half, wallId: s.id });
    });
  }

  // half-edges: 2 i runs along edge i, 2 i + 1 back; round each node in turn
  const list = [...edges.values()];
  const place = (n: number): Point => book.places[n] ?? [0, 0];
  const tail = (h: number) => (h % 2 ? list[h >> 1]?.to : list[h >> 1]?.from) ?? 0;
  const head = (h: number) => tail(h ^ 1);
  const angle = (h: number) => {
    const [a, b] = [place(tail(h)), place(head(h))];
    return Math.atan2(b[1] - a[1], b[0] - a[0]);
  };
  const leaving = new Map<number, number[]>();
  for (let h = 0; h < list.length * 2; h++) leaving.set(tail(h), [...(leaving.get(tail(h)) ?? []), h]);
  const openEnds = walls.flatMap((w) =>
    (['a', 'b'] as const).flatMap((end): OpenEnd[] => {
      const [x, y] = end === 'a' ? [w.ax, w.ay] : [w.bx, w.by];
      return leaving.get(book.at(x, y))?.length === 1 ? [{ wallId: w.id, end, x, y }] : [];
    }),
  );
  const next = new Int32Array(list.length * 2);
  for (const around of leaving.values()) {
    around.sort((a, b) => angle(a) - angle(b));
    // arriving against h, the space at the left goes on along the one that follows in turn
    around.forEach((h, i) => (next[h ^ 1] = around[(i + 1) % around.length] ?? h));
  }

  // walk the cycles
  const seen = new Uint8Array(list.length * 2);
  const inner: { cycle: number[]; corners: Point[] }[] = [];
  const outer: { cycle: number[]; corners: Point[] }[] = [];
  for (let start = 0; start < list.length * 2; start++) {
    if (seen[start]) continue;
    const cycle: number[] = [];
    for (let h = start; !seen[h]; h = next[h] ?? start) {
      seen[h] = 1;
      cycle.push(h);
    }
    const corners = cycle.map((h) => place(tail(h)));
    (signedArea(corners) < -1e-6 ? inner : outer).push({ cycle, corners });
  }
  const halvesOf = (cycle: number[]) => cycle.map((h) => list[h >> 1]?.half ?? 0);
  const idsOf = (cycle: number[]) => cycle.map((h) => list[h >> 1]?.wallId ?? '');
  const faces = inner.flatMap(({ cycle, corners }) => {
    const outline = offsetOutline(corners, halvesOf(cycle));
    if (!outline || signedArea(outline) > -1e-4) return [];
    return [
      {
        corners,
        wallIds: new Set(idsOf(cycle)),
        outline: outline.reverse(),
        holes: [],
        areaM2: areaOf(outline),
      },
    ] as (Face & { corners: Point[] })[];
  });
  // what stands free inside a space is a hole of the smallest space around it
  const boundaries: [number, number][][] = [];
  for (const { cycle, corners } of outer) {
    const outline = offsetOutline(corners, halvesOf(cycle));
    if (!outline) continue;
    const [x, y] = corners[0] ?? [0, 0];
    const around = faces
      .filter(
        (f) =>
          !idsOf(cycle).some((id) => f.corners.length && f.wallIds.has(id)) && inPolygon(f.corners, x, y),
      )
      .sort((a, b) => areaOf(a.corners) - areaOf(b.corners))[0];
    if (around) {
      around.holes.push(outline);
      around.areaM2 -= areaOf(outline);
      for (const id of idsOf(cycle)) around.wallIds.add(id);
    } else if (signedArea(corners) > 1e-6) boundaries.push(outline);
  }
  return {
    faces: faces.map(({ corners: _corners, ...face }) => face),
    openEnds,
    boundaries,
    doubles: [...doubles.values()],
  };
}
