/** Gaps between walls: where an end meets nothing, and the smallest repair that closes it. */
import { crossing, nearestOn } from '../geometry/segment';
import { joinM, type OpenEnd } from '../geometry/wallGraph';
import { freshId } from '../job/fresh';
import { find, get, type Job } from '../job/job';
import type { Edit } from '../job/edits';
import type { Id, Point, Wall } from '../job/records';
import { makeWall } from '../survey/place';
import { halfOf, storeyGraph, storeyWalls } from '../survey/storeyGraph';

export interface OpenGap {
  storeyId: Id;
  wallId: Id;
  x: number;
  y: number;
  /** How far the end is from what it should meet, m. */
  widthM: number;
  repair: Edit;
}

/** Nothing farther than this is taken to be meant, m. */
const mostM = 1.5;

const endOf = (w: Wall, end: 'a' | 'b'): Point => (end === 'a' ? [w.ax, w.ay] : [w.bx, w.by]);
const withEnd = (w: Wall, end: 'a' | 'b', x: number, y: number): Wall => {
  const [px, py] = [Math.round(x * 1e4) / 1e4, Math.round(y * 1e4) / 1e4];
  return end === 'a' ? { ...w, ax: px, ay: py } : { ...w, bx: px, by: py };
};

interface ClosingWall {
  metres: number;
  edit: Edit;
}

/** Ways to close a gap at an open end: straight on to a wall, to the corner with another open end, or a wall across. */
function closingWalls(job: Job, open: OpenEnd, others: readonly OpenEnd[]): ClosingWall[] {
  const wall = get(job, 'wall', open.wallId);
  const label = 'Close a gap';
  const at = endOf(wall, open.end);
  const far = endOf(wall, open.end === 'a' ? 'b' : 'a');
  const ways: ClosingWall[] = [];
  for (const other of storeyWalls(job, wall.storeyId)) {
    if (other.id === wall.id) continue;
    const cross = crossing({ ax: far[0], ay: far[1], bx: at[0], by: at[1] }, other);
    if (!cross || cross.t < 1 || cross.u < 0 || cross.u > 1) continue;
    const [x, y] = [far[0] + cross.t * (at[0] - far[0]), far[1] + cross.t * (at[1] - far[1])];
    ways.push({
      metres: Math.hypot(x - at[0], y - at[1]),
      edit: { label, put: [withEnd(wall, open.end, x, y)], remove: [] },
    });
  }
  for (const o of others) {
    if (o.wallId === wall.id) continue;
    const second = get(job, 'wall', o.wallId);
    const secondFar = endOf(second, o.end === 'a' ? 'b' : 'a');
    const cross = crossing(
      { ax: far[0], ay: far[1], bx: at[0], by: at[1] },
      { ax: secondFar[0], ay: secondFar[1], bx: o.x, by: o.y },
    );
    const apart = Math.hypot(o.x - at[0], o.y - at[1]);
    const corner =
      cross && ([far[0] + cross.t * (at[0] - far[0]), far[1] + cross.t * (at[1] - far[1])] as const);
    // both go on (or back a little) to the corner that they make
    if (corner && cross.t > 0.5 && cross.u > 0.5) {
      const metres = Math.max(
        Math.hypot(corner[0] - at[0], corner[1] - at[1]),
        Math.hypot(corner[0] - o.x, corner[1] - o.y),
      );
      ways.push({
        metres,
        edit: {
          label,
          put: [withEnd(wall, open.end, ...corner), withEnd(second, o.end, ...corner)],
          remove: [],
        },
      });
    } else {
      const across = makeWall(job, wall.storeyId, at, [o.x, o.y], wall.assemblyId);
      if ('edit' in across) ways.push({ metres: apart, edit: { ...across.edit, label } });
    }
  }
  return ways.filter((w) => w.metres <= mostM).sort((a, b) => a.metres - b.metres);
}

/**
 * Every gap of a storey with its smallest repair; two ends that would meet each other are one gap.
 * An end with nothing near it is a screen or stub, and no gap.
 */
export function openGaps(job: Job, storeyId: Id): OpenGap[] {
  const ends = storeyGraph(job, storeyId).openEnds;
  const gaps = ends
    .flatMap((open): OpenGap[] => {
      const way = closingWalls(job, open, ends)[0];
      return way
        ? [{ storeyId, wallId: open.wallId, x: open.x, y: open.y, widthM: way.metres, repair: way.edit }]
        : [];
    })
    .sort((a, b) => a.widthM - b.widthM);
  // an end that the repair of a smaller gap reaches is that same gap
  return gaps.filter((gap, i) =>
    gaps
      .slice(0, i)
      .every((smaller) =>
        smaller.repair.put.every(
          (r) => r.type !== 'wall' || nearestOn(r, gap.x, gap.y).distance > halfOf(job, r) + joinM,
        ),
      ),
  );
}

/**
 * Where two rooms run into each other because a wall is missing between them: the edit that parts
 * them by a line without a wall, at the side that they shared; null when they share no side.
 */
export function partRooms(job: Job, roomId: Id, otherId: Id): Edit | null {
  const [room, other] = [get(job, 'room', roomId), get(job, 'room', otherId)];
  const open = find(job, 'assembly', 'asm-no-wall');
  if (!open) return null;
  let best: { a: Point; b: Point; metres: number } | null = null;
  room.outline.forEach((p, i) => {
    const q = room.outline[(i + 1) % room.outline.length] ?? p;
    const metres = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const middle = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] as const;
    const beside = other.outline.some((s, k) => {
      const t = other.outline[(k + 1) % other.outline.length] ?? s;
      return nearestOn({ ax: s[0], ay: s[1], bx: t[0], by: t[1] }, ...middle).distance < 0.7;
    });
    if (beside && metres > (best?.metres ?? 0.1)) best = { a: p, b: q, metres };
  });
  if (!best) return null;
  const { a, b }: { a: Point; b: Point } = best;
  const id = freshId(job, 'wall');
  return {
    label: `Part ${room.name} and ${other.name}`,
    put: [
      {
        type: 'wall',
        id,
        storeyId: room.storeyId,
        ax: a[0],
        ay: a[1],
        bx: b[0],
        by: b[1],
        assemblyId: open.id,
      },
    ],
    remove: [],
  };
}
