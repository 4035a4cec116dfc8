/**
 * Closing a survey: taped lengths between walls never agree to the millimetre. The places of the
 * walls are the least-squares solution of all taped lengths (Gauss–Markov model, weights 1/σ²);
 * directions of walls are held. Formulas: adjustment of observations by
 * least squares (Gauss, Theoria combinationis, 1823); normalised
 * residuals after Baarda (1968), limit 3.29 for a risk of 1 ‰.
 */
import { mergeEdits } from './mergeEdits';
import { inverse, Matrix } from 'ml-matrix';
import { crossing, nearestOn } from '../geometry/segment';
import { joinM } from '../geometry/wallGraph';
import { applyEdit, type Edit } from '../job/edits';
import { find, type Job } from '../job/job';
import type { AnyRecord, Id, Tape, Wall } from '../job/records';
import { withRooms } from './rooms';
import { halfOf, storeyWalls } from './storeyGraph';
import { wallLength } from './wallEdits';

/** Standard deviation of a taped length, m (planning): 5 mm and 1 mm in each metre. */
export const tapeSpreadM = (lengthM: number): number => 0.005 + 0.001 * lengthM;

/** A normalised residual beyond this is hardly chance (1 in 1000). */
export const slipLimit = 3.29;

/** One taped length after the adjustment. */
export interface TapeResult {
  tape: Tape;
  /** Adjusted less taped length, m. */
  residualM: number;
  /** Part of an error that the other lengths would show, 0 (unchecked) … 1. */
  redundancy: number;
  /** |residual| in its own standard deviations; 0 when nothing checks this length. */
  normalised: number;
}

export interface Adjustment {
  /** Walls in their adjusted place. */
  walls: Wall[];
  tapes: TapeResult[];
  /** Square root of the weighted square sum over the redundancy; about 1 when lengths are as good as planned. */
  sigma0: number | null;
  /** The lengths that most likely hold a slip of the tape; more than one when the rest can't tell them apart. */
  suspects: TapeResult[];
}

/** A unit vector across a wall, the same for walls that run either way. */
function across(w: Wall): [number, number] {
  const length = wallLength(w);
  const [nx, ny] = [(w.by - w.ay) / length, -(w.bx - w.ax) / length];
  return nx < -1e-9 || (Math.abs(nx) <= 1e-9 && ny < 0) ? [-nx, -ny] : [nx, ny];
}
const offsetOf = (w: Wall, [nx, ny]: readonly [number, number]) =>
  (nx * (w.ax + w.bx) + ny * (w.ay + w.by)) / 2;
const parallel = (p: readonly [number, number], q: readonly [number, number]) =>
  Math.abs(p[0] * q[1] - p[1] * q[0]) < 0.035 && p[0] * q[0] + p[1] * q[1] > 0;

/** Walls of one thickness that run on in one line and touch move as one. */
function lineGroups(job: Job, walls: readonly Wall[]): Wall[][] {
  const groups: Wall[][] = [];
  for (const w of walls) {
    const n = across(w);
    const same = groups.filter((g) =>
      g.some(
        (o) =>
          parallel(across(o), n) &&
          Math.abs(halfOf(job, o) - halfOf(job, w)) < 1e-3 &&
          Math.abs(offsetOf(o, across(o)) - offsetOf(w, across(o))) < joinM &&
          Math.min(
            nearestOn(o, w.ax, w.ay).distance,
            nearestOn(o, w.bx, w.by).distance,
            nearestOn(w, o.ax, o.ay).distance,
          ) < joinM,
      ),
    );
    const merged = [w, ...same.flat()];
    for (const g of same) groups.splice(groups.indexOf(g), 1);
    groups.push(merged);
  }
  return groups;
}

/**
 * Adjusts the walls of a storey to its taped lengths.
 * Example: two rooms of 4.00 and 3.00 m beside each other, a 0.10 m wall between them, 7.13 m over
 * all: 3 cm too much, spread over three lengths by their weights.
 */
export function adjustStorey(job: Job, storeyId: Id): Adjustment {
  const walls = storeyWalls(job, storeyId);
  const groups = lineGroups(job, walls);
  const groupOf = new Map(groups.flatMap((g, i) => g.map((w): [Id, number] => [w.id, i])));
  const axes = groups.map((g) => (g[0] ? across(g[0]) : ([1, 0] as [number, number])));
  const rows = job.tapes.flatMap((tape) => {
    const [a, b] = [find(job, 'wall', tape.wallAId), find(job, 'wall', tape.wallBId)];
    const [i, k] = [groupOf.get(tape.wallAId), groupOf.get(tape.wallBId)];
    if (tape.storeyId !== storeyId || !a || !b || i === undefined || k === undefined || i === k) return [];
    const axis = axes[i] ?? [1, 0];
    if (!parallel(axis, axes[k] ?? [0, 0])) return [];
    const gap = offsetOf(b, axis) - offsetOf(a, axis);
    const [low, high] = gap >= 0 ? [i, k] : [k, i];
    // taped = high − low − both halves; in shifts from where the walls are now
    const misfit = tape.lengthM + halfOf(job, a) + halfOf(job, b) - Math.abs(gap);
    return [{ tape, low, high, misfit, sigma: tapeSpreadM(tape.lengthM) }];
  });
  if (rows.length === 0) return { walls, tapes: [], sigma0: null, suspects: [] };

  // normal equations; a very weak hold at the present place fixes what no length ties down
  const n = groups.length;
  const holdM = 30;
  const normal = Matrix.eye(n, n).mul(1 / holdM ** 2);
  const right = Matrix.zeros(n, 1);
  for (const r of rows) {
    const weight = 1 / r.sigma ** 2;
    for (const [p, sp] of [
      [r.low, -1],
      [r.high, 1],
    ] as const) {
      right.set(p, 0, right.get(p, 0) + sp * weight * r.misfit);
      for (const [q, sq] of [
        [r.low, -1],
        [r.high, 1],
      ] as const)
        normal.set(p, q, normal.get(p, q) + sp * sq * weight);
    }
  }
  const cofactor = inverse(normal);
  const shift = cofactor.mmul(right);
  const tapes = rows.map((r): TapeResult => {
    const residualM = shift.get(r.high, 0) - shift.get(r.low, 0) - r.misfit;
    const own = cofactor.get(r.high, r.high) + cofactor.get(r.low, r.low) - 2 * cofactor.get(r.low, r.high);
    const redundancy = Math.min(1, Math.max(0, 1 - own / r.sigma ** 2));
    const normalised = redundancy > 0.001 ? Math.abs(residualM) / (r.sigma * Math.sqrt(redundancy)) : 0;
    return { tape: r.tape, residualM, redundancy, normalised };
  });
  const free = tapes.reduce((sum, t) => sum + t.redundancy, 0);
  const square = tapes.reduce((sum, t) => sum + (t.residualM / tapeSpreadM(t.tape.lengthM)) ** 2, 0);
  const worst = Math.max(...tapes.map((t) => t.normalised));
  return {
    walls: moved(job, walls, groups, axes, anchored(job, groups, rows, shift.to1DArray())),
    tapes,
    sigma0: free > 0.001 ? Math.sqrt(square / free) : null,
    suspects: worst > slipLimit ? tapes.filter((t) => t.normalised > worst - 0.05) : [],
  };
}

/**
 * Lengths say how far walls are apart, not where they are: of all walls that lengths tie together,
 * the weightiest (thickness × length, as a rule an outer wall) stays where it was drawn.
 */
function anchored(
  job: Job,
  groups: readonly Wall[][],
  rows: readonly { low: number; high: number }[],
  shifts: readonly number[],
): number[] {
  const tied = groups.map((_, i) => i);
  const rootOf = (i: number): number => {
    const up = tied[i] ?? i;
    return up === i ? i : rootOf(up);
  };
  for (const r of rows) tied[rootOf(r.low)] = rootOf(r.high);
  const weight = (i: number) => (groups[i] ?? []).reduce((sum, w) => sum + wallLength(w) * halfOf(job, w), 0);
  const anchors = new Map<number, number>();
  groups.forEach((_, i) => {
    const root = rootOf(i);
    const best = anchors.get(root);
    if (best === undefined || weight(i) > weight(best) + 1e-6) anchors.set(root, i);
  });
  return shifts.map((s, i) => s - (shifts[anchors.get(rootOf(i)) ?? i] ?? 0));
}

/** Walls shifted across; their ends go where the lines that they meet now cross. */
function moved(
  job: Job,
  walls: readonly Wall[],
  groups: readonly Wall[][],
  axes: readonly [number, number][],
  shifts: readonly number[],
): Wall[] {
  const shifted = new Map<Id, Wall>();
  groups.forEach((group, i) => {
    const [nx, ny] = axes[i] ?? [0, 0];
    const by = Math.abs(shifts[i] ?? 0) < 1e-5 ? 0 : (shifts[i] ?? 0);
    for (const w of group)
      shifted.set(w.id, {
        ...w,
        ax: w.ax + nx * by,
        ay: w.ay + ny * by,
        bx: w.bx + nx * by,
        by: w.by + ny * by,
      });
  });
  const round = (v: number) => Math.round(v * 1e4) / 1e4;
  return walls.map((w) => {
    const now = shifted.get(w.id) ?? w;
    const end = (x: number, y: number, nowX: number, nowY: number): [number, number] => {
      for (const other of walls) {
        if (other.id === w.id || nearestOn(other, x, y).distance > halfOf(job, other) + joinM) continue;
        const line = shifted.get(other.id) ?? other;
        const at = crossing(now, line);
        const sine = Math.abs(across(w)[0] * across(other)[1] - across(w)[1] * across(other)[0]);
        if (!at || sine < 0.1) continue;
        // an end that stood beside the middle line stays that far from it
        const before = crossing(w, other);
        if (!before) continue;
        const [bx, by] = [w.ax + before.t * (w.bx - w.ax), w.ay + before.t * (w.by - w.ay)];
        return [now.ax + at.t * (now.bx - now.ax) + x - bx, now.ay + at.t * (now.by - now.ay) + y - by];
      }
      return [nowX, nowY];
    };
    const [ax, ay] = end(w.ax, w.ay, now.ax, now.ay);
    const [bx, by] = end(w.bx, w.by, now.bx, now.by);
    return { ...w, ax: round(ax), ay: round(ay), bx: round(bx), by: round(by) };
  });
}

/** The edit that moves the walls of a storey to where its taped lengths want them; nothing when they are there. */
export function adjustEdit(job: Job, storeyId: Id): Edit {
  const put: AnyRecord[] = adjustStorey(job, storeyId).walls.filter((w) => {
    const before = find(job, 'wall', w.id);
    return (
      before &&
      Math.max(
        Math.abs(w.ax - before.ax),
        Math.abs(w.ay - before.ay),
        Math.abs(w.bx - before.bx),
        Math.abs(w.by - before.by),
      ) > 2e-4
    );
  });
  return { label: 'Spread the misclosure', put, remove: [] };
}

/** An edit of walls with its rooms, after which the taped lengths of the storeys hold again. */
export function adjusted(job: Job, edit: Edit): Edit {
  let whole = withRooms(job, edit);
  const storeys = new Set(
    whole.put.flatMap((r) => (r.type === 'wall' || r.type === 'tape' ? [r.storeyId] : [])),
  );
  for (const storeyId of storeys) {
    const after = applyEdit(job, whole).job;
    const spread = adjustEdit(after, storeyId);
    if (spread.put.length) whole = mergeEdits(job, whole, withRooms(after, spread));
  }
  return whole;
}
