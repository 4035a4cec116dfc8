/** What walls are made of, for many at once. */
import { inRegion } from '../geometry/region';
import { nearestOn } from '../geometry/segment';
import { applyEdit, type Edit } from '../job/edits';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import type { Id, Tape, Wall } from '../job/records';
import { adjusted } from './adjust';
import { mergeEdits } from './mergeEdits';
import { halfOf, storeyGraph, storeyWalls } from './storeyGraph';
import { leastWallM, splitWall, wallLength } from './wallEdits';

/** Makes many walls of one assembly. Taped lengths stay clear lengths, so thicker walls move apart. */
export function paintWalls(job: Job, wallIds: readonly Id[], assemblyId: Id): Edit {
  const name = find(job, 'assembly', assemblyId)?.name ?? '';
  const put = wallIds.flatMap((id) => {
    const wall = find(job, 'wall', id);
    return wall && wall.assemblyId !== assemblyId ? [{ ...wall, assemblyId }] : [];
  });
  return adjusted(job, {
    label: `${put.length === 1 ? 'A wall' : `${put.length} walls`} of ${name}`,
    put,
    remove: [],
  });
}

/** Does the part of a wall round its point t have a room on one side only? */
function isOuter(job: Job, wall: Wall, t: number): boolean {
  const { faces } = storeyGraph(job, wall.storeyId);
  const length = wallLength(wall);
  const besideM = halfOf(job, wall) + 0.05;
  const [nx, ny] = [((wall.by - wall.ay) / length) * besideM, (-(wall.bx - wall.ax) / length) * besideM];
  const [x, y] = [wall.ax + t * (wall.bx - wall.ax), wall.ay + t * (wall.by - wall.ay)];
  const room = (sx: number, sy: number) => faces.some((f) => inRegion(f, sx, sy));
  return room(x + nx, y + ny) !== room(x - nx, y - ny);
}

/** Where other walls meet a wall, as fractions of its length, with both ends. */
function meetings(job: Job, wall: Wall): number[] {
  const length = wallLength(wall);
  const at = storeyWalls(job, wall.storeyId).flatMap((o) =>
    o.id === wall.id
      ? []
      : (
          [
            [o.ax, o.ay],
            [o.bx, o.by],
          ] as const
        ).flatMap(([x, y]) => {
          const foot = nearestOn(wall, x, y);
          const inside = foot.t * length > leastWallM && (1 - foot.t) * length > leastWallM;
          return inside && foot.distance <= halfOf(job, wall) + 0.02 ? [foot.t] : [];
        }),
  );
  return [0, ...at.sort((p, q) => p - q), 1];
}

/** Walls of a storey with the open air on one side, for their whole length. */
export const outerWalls = (job: Job, storeyId: Id): Wall[] =>
  storeyWalls(job, storeyId).filter((w) => {
    const cuts = meetings(job, w);
    return cuts
      .slice(1)
      .every((t, i) => t - (cuts[i] ?? 0) < 0.02 || isOuter(job, w, (t + (cuts[i] ?? 0)) / 2));
  });

/** How far two walls run beside each other, m. */
function beside(w: Wall, o: Wall): number {
  const length = wallLength(w);
  const along = (x: number, y: number) => ((x - w.ax) * (w.bx - w.ax) + (y - w.ay) * (w.by - w.ay)) / length;
  const [p, q] = [along(o.ax, o.ay), along(o.bx, o.by)];
  return Math.min(length, Math.max(p, q)) - Math.max(0, Math.min(p, q));
}

/** The taped lengths of a wall that is split, each kept with the part or parts that it was taped to. */
function splitTapes(job: Job, wall: Wall, split: { edit: Edit; select: Id }): Tape[] {
  const part = (id: Id) => split.edit.put.find((r): r is Wall => r.type === 'wall' && r.id === id);
  const [first, second] = [part(wall.id), part(split.select)];
  const ids = new Set<Id>();
  return job.tapes.flatMap((t): Tape[] => {
    const isA = t.wallAId === wall.id;
    const other = find(job, 'wall', isA ? t.wallBId : t.wallAId);
    if ((!isA && t.wallBId !== wall.id) || !other || !first || !second || beside(second, other) < leastWallM)
      return [];
    const onSecond = isA ? { wallAId: second.id } : { wallBId: second.id };
    if (beside(first, other) < leastWallM) return [{ ...t, ...onSecond }];
    const id = freshId(job, 'tape', ids);
    ids.add(id);
    return [{ ...t, id, ...onSecond }];
  });
}

/**
 * Makes all outer walls of a storey of one assembly. A wall that is an outer wall for a part of its
 * length only is split there; both parts keep its taped lengths.
 */
export function paintOuterWalls(job: Job, storeyId: Id, assemblyId: Id): Edit {
  let edit: Edit = {
    label: `Outer walls of ${find(job, 'assembly', assemblyId)?.name ?? ''}`,
    put: [],
    remove: [],
  };
  let now = job;
  const painted: Id[] = [];
  for (const { id } of storeyWalls(job, storeyId)) {
    let wall = find(now, 'wall', id);
    if (!wall) continue;
    const whole = wallLength(wall);
    const cuts = meetings(now, wall);
    const parts = cuts
      .slice(1)
      .map((t, i) => ({ to: t * whole, outer: wall ? isOuter(now, wall, (t + (cuts[i] ?? 0)) / 2) : false }));
    let begun = 0;
    parts.forEach((part, i) => {
      if (!wall) return;
      const next = parts[i + 1];
      if (part.outer && wall) painted.push(wall.id);
      if (!next || next.outer === part.outer) return;
      const split = splitWall(now, wall, part.to - begun);
      if ('why' in split) return;
      const cut = { ...split.edit, put: [...split.edit.put, ...splitTapes(now, wall, split)] };
      edit = mergeEdits(job, edit, cut);
      now = applyEdit(now, cut).job;
      begun = part.to;
      wall = find(now, 'wall', split.select);
    });
  }
  return { ...mergeEdits(job, edit, paintWalls(now, painted, assemblyId)), label: edit.label };
}
