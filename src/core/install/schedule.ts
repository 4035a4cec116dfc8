/**
 * When each step of a runbook begins: hands one after the other (or two pairs of them), waits side by
 * side, and what must not overlap kept apart, so that all is done soonest. Exact by branch and bound as
 * far as its nodes go; else with the least that it could be.
 */

/** One step as the scheduler sees it; minutes, places in the list. */
export interface Task {
  handsMin: number;
  waitMin: number;
  after: readonly number[];
  /** Tasks that may not be under way, hands or wait, at the same time. */
  apart: readonly number[];
  /** Not before this, minutes. */
  releaseMin: number;
  /** Under way or done: when it began, when hands were or will be free, when it ended or will end. */
  fixed: { startMin: number; handsEndMin: number; endMin: number } | null;
}

export interface Scheduled {
  startMin: number;
  handsEndMin: number;
  endMin: number;
  /** Whose hands: 0 or 1. */
  person: number;
}

export interface Schedule {
  tasks: Scheduled[];
  finishMin: number;
  /** No schedule can be done sooner than this. */
  boundMin: number;
  /** Nothing sooner exists. */
  proven: boolean;
  /** Tasks that decide the finish, first to last. */
  critical: number[];
}

/** Search nodes before the best found so far is taken; few tasks are searched to the end. */
const mostNodes = (n: number) => (n <= 12 ? 400_000 : 2500);
/** Orders tried by changing the best one a little. */
const trials = 700;
const eps = 1e-9;

/** Longest time from the start of each task to the end of all, by precedence alone. @throws RangeError for a circle */
function tailsOf(tasks: readonly Task[], followers: readonly (readonly number[])[]): Float64Array {
  const n = tasks.length;
  const tail = new Float64Array(n).fill(-1);
  const open = new Uint8Array(n);
  const visit = (i: number): number => {
    if ((tail[i] as number) >= 0) return tail[i] as number;
    if (open[i]) throw new RangeError('after: the steps wait for one another in a loop');
    open[i] = 1;
    const t = tasks[i] as Task;
    const rest = (followers[i] ?? []).reduce((most, f) => Math.max(most, visit(f)), 0);
    tail[i] = t.handsMin + t.waitMin + rest;
    return tail[i];
  };
  for (let i = 0; i < n; i++) visit(i);
  return tail;
}

interface ProblemData {
  n: number;
  tasks: readonly Task[];
  followers: readonly (readonly number[])[];
  /** How many that are not fixed each waits for. */
  waitsFor: Int32Array;
  tail: Float64Array;
  free: readonly number[];
}

function followersOf(tasks: readonly Task[]): number[][] {
  const followers: number[][] = Array.from({ length: tasks.length }, () => []);
  tasks.forEach((t, i) => t.after.forEach((p) => followers[p]?.push(i)));
  return followers;
}

/** Places tasks one after the other, each as early as it can, none before the one placed last. */
class PartialSchedule {
  readonly start: Float64Array;
  readonly end: Float64Array;
  readonly person: Int8Array;
  readonly placed: Uint8Array;
  readonly missing: Int32Array;
  readonly free: number[];
  readonly order: number[] = [];
  last = 0;

  constructor(readonly bench: ProblemData) {
    const { n, tasks } = bench;
    this.start = new Float64Array(n);
    this.end = new Float64Array(n);
    this.person = new Int8Array(n);
    this.placed = new Uint8Array(n);
    this.missing = bench.waitsFor.slice();
    this.free = [...bench.free];
    tasks.forEach((t, i) => {
      if (!t.fixed) return;
      this.placed[i] = 1;
      this.start[i] = t.fixed.startMin;
      this.end[i] = t.fixed.endMin;
    });
  }

  ready(i: number): boolean {
    return !this.placed[i] && this.missing[i] === 0;
  }

  /** The earliest that a ready task can begin. */
  earliest(i: number): number {
    const t = this.bench.tasks[i] as Task;
    let at = Math.max(this.last, t.releaseMin);
    for (const p of t.after) at = Math.max(at, this.end[p] as number);
    for (const p of t.apart) if (this.placed[p] && (this.end[p] as number) > at) at = this.end[p] as number;
    if (t.handsMin > 0) at = Math.max(at, Math.min(...this.free));
    return at;
  }

  /** Whose hands are free longest at a time. */
  put(i: number, at: number): { person: number; wasFree: number; last: number } {
    const t = this.bench.tasks[i] as Task;
    let person = 0;
    if (t.handsMin > 0)
      // the one who got free last of those that are free: the other keeps the larger gap
      this.free.forEach((f, p) => {
        if (f <= at + eps && (this.free[person] as number) > at + eps) person = p;
        else if (f <= at + eps && f > (this.free[person] as number)) person = p;
      });
    const had = { person, wasFree: this.free[person] as number, last: this.last };
    this.start[i] = at;
    this.end[i] = at + t.handsMin + t.waitMin;
    this.person[i] = person;
    this.placed[i] = 1;
    if (t.handsMin > 0) this.free[person] = at + t.handsMin;
    this.last = at;
    for (const f of this.bench.followers[i] as number[]) this.missing[f] = (this.missing[f] as number) - 1;
    this.order.push(i);
    return had;
  }

  take(i: number, had: ReturnType<PartialSchedule['put']>) {
    this.placed[i] = 0;
    for (const f of this.bench.followers[i] as number[]) this.missing[f] = (this.missing[f] as number) + 1;
    this.free[had.person] = had.wasFree;
    this.last = had.last;
    this.order.pop();
  }

  finish(): number {
    let most = 0;
    for (let i = 0; i < this.bench.n; i++) if (this.placed[i]) most = Math.max(most, this.end[i] as number);
    return most;
  }
}

/** The least finish that a partly made schedule can have: by precedence, and by what hands have to do. */
function boundOf(placing: PartialSchedule, heads: Float64Array): number {
  const { bench, placed, end, free, last } = placing;
  const { n, tasks, tail } = bench;
  let bound = placing.finish();
  const open: number[] = [];
  for (const i of bench.tasks.keys()) {
    if (placed[i]) {
      heads[i] = end[i] as number;
      continue;
    }
    open.push(i);
  }
  // heads by precedence; tasks are in an order in which each comes after its own
  for (const i of open) {
    const t = tasks[i] as Task;
    let at = Math.max(last, t.releaseMin);
    for (const p of t.after)
      at = Math.max(
        at,
        placed[p]
          ? (end[p] as number)
          : (heads[p] as number) + (tasks[p] as Task).handsMin + (tasks[p] as Task).waitMin,
      );
    heads[i] = at;
    bound = Math.max(bound, at + (tail[i] as number));
  }
  if (n === 0 || open.length === 0) return bound;
  // hands: of the tasks with at least so long a way after their hands, all have to be handled before it
  const handled = open.filter((i) => (tasks[i] as Task).handsMin > 0);
  handled.sort((a, b) => after(b) - after(a));
  function after(i: number): number {
    return (tail[i] as number) - (tasks[i] as Task).handsMin;
  }
  let hands = 0;
  let least = Infinity;
  for (const i of handled) {
    hands += (tasks[i] as Task).handsMin;
    least = Math.min(least, heads[i] as number);
    const begun = free.reduce((sum, f) => sum + Math.max(f, least), 0);
    bound = Math.max(bound, (begun + hands) / free.length + after(i));
  }
  return bound;
}

/**
 * The least finish by hands alone, of every set of tasks that begin late and have long ways after them:
 * the earliest of their heads, all their hands, and the shortest way after one of them.
 */
function handsBound({ tasks, tail, free }: ProblemData, heads: Float64Array): number {
  const open = [...tasks.keys()].filter((i) => !tasks[i]?.fixed && (tasks[i]?.handsMin ?? 0) > 0);
  const after = (i: number) => (tail[i] as number) - (tasks[i] as Task).handsMin;
  const byTail = [...open].sort((a, b) => after(b) - after(a));
  let bound = 0;
  for (const from of new Set(open.map((i) => heads[i] as number))) {
    let hands = 0;
    const begun = free.reduce((sum, f) => sum + Math.max(f, from), 0);
    for (const i of byTail) {
      if ((heads[i] as number) < from - eps) continue;
      hands += (tasks[i] as Task).handsMin;
      bound = Math.max(bound, (begun + hands) / free.length + after(i));
    }
  }
  return bound;
}

/** A schedule by a rule: of the tasks that can begin soonest, the one with the longest way after it. */
function byRule(bench: ProblemData, weight: (i: number) => number): PartialSchedule {
  const placing = new PartialSchedule(bench);
  for (let left = bench.tasks.filter((t) => !t.fixed).length; left > 0; left--) {
    let best = -1;
    let bestAt = Infinity;
    let horizon = Infinity;
    const ready: { i: number; at: number }[] = [];
    for (let i = 0; i < bench.n; i++) {
      if (!placing.ready(i)) continue;
      const at = placing.earliest(i);
      ready.push({ i, at });
      horizon = Math.min(horizon, at + Math.max(0.01, (bench.tasks[i] as Task).handsMin));
    }
    for (const { i, at } of ready) {
      if (at >= horizon) continue;
      if (
        best < 0 ||
        weight(i) > weight(best) + eps ||
        (Math.abs(weight(i) - weight(best)) < eps && at < bestAt)
      ) {
        best = i;
        bestAt = at;
      }
    }
    placing.put(best, bestAt);
  }
  return placing;
}

/** A small generator for the trials: the same every time. */
function makeTrial(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/**
 * Schedules tasks for one or two people, soonest finish first.
 * @param tasks each listed after all that it waits for.
 * @param nowMin nothing that is not fixed begins before.
 * @throws RangeError when tasks wait for one another in a circle, or people is not 1 or 2.
 * Example: one pair of hands, 2 min + 8 min wait, then 5 min alone → finish 10.
 */
export function scheduleOf(tasks: readonly Task[], people: number, nowMin = 0): Schedule {
  if (people !== 1 && people !== 2) throw new RangeError('people: 1 or 2');
  const n = tasks.length;
  const followers = followersOf(tasks);
  const tail = tailsOf(tasks, followers);
  // hands of steps under way are taken until they are free
  const free = Array.from({ length: people }, () => nowMin);
  tasks
    .filter((t) => t.fixed && t.fixed.handsEndMin > nowMin + eps)
    .slice(0, people)
    .forEach((t, p) => (free[p] = t.fixed?.handsEndMin ?? nowMin));
  const bench: ProblemData = {
    n,
    tasks: tasks.map((t) => ({ ...t, releaseMin: Math.max(t.releaseMin, nowMin) })),
    followers,
    waitsFor: Int32Array.from(tasks, (t) => t.after.filter((p) => !tasks[p]?.fixed).length),
    tail,
    free,
  };
  const heads = new Float64Array(n);
  const root = new PartialSchedule(bench);
  const boundMin = Math.max(boundOf(root, heads), handsBound(bench, heads));
  let best = byRule(bench, (i) => tail[i] as number);
  const next = makeTrial(n);
  const rank = new Float64Array(n);
  for (let k = 0; k < trials && best.finish() > boundMin + eps; k++) {
    // the best order with one task moved to another place in it
    const order = [...best.order];
    if (order.length < 2) break;
    const [moved] = order.splice(Math.floor(next() * order.length), 1);
    order.splice(Math.floor(next() * (order.length + 1)), 0, moved as number);
    order.forEach((task, place) => (rank[task] = n - place));
    const tried = byRule(bench, (i) => rank[i] as number);
    if (tried.finish() <= best.finish() + eps) best = tried;
  }
  let finish = best.finish();
  let order = [...best.order];
  let nodes = 0;
  const limit = mostNodes(n);
  const search = (): void => {
    if (finish <= boundMin + eps || nodes > limit) return;
    nodes++;
    const ready: { i: number; at: number }[] = [];
    let horizon = Infinity;
    let open = false;
    for (let i = 0; i < n; i++) {
      if (!root.placed[i]) open = true;
      if (!root.ready(i)) continue;
      const t = bench.tasks[i] as Task;
      const at = root.earliest(i);
      ready.push({ i, at });
      // what begins only after this one could be over, does not come next: this one would fit before it
      horizon = Math.min(horizon, at + Math.max(0.01, t.handsMin + (t.apart.length ? t.waitMin : 0)));
    }
    if (!open) {
      const now = root.finish();
      if (now < finish - eps) {
        finish = now;
        order = [...root.order];
      }
      return;
    }
    ready.sort((a, b) => (tail[b.i] as number) - (tail[a.i] as number) || a.at - b.at);
    for (const { i, at } of ready) {
      if (at >= horizon) continue;
      const had = root.put(i, at);
      if (boundOf(root, heads) < finish - eps) search();
      root.take(i, had);
      if (nodes > limit) return;
    }
  };
  search();
  const exact = nodes <= limit;
  const made = new PartialSchedule(bench);
  for (const i of order) made.put(i, made.earliest(i));
  const scheduled = tasks.map((t, i): Scheduled =>
    t.fixed
      ? { ...t.fixed, person: 0 }
      : {
          startMin: made.start[i] as number,
          handsEndMin: (made.start[i] as number) + t.handsMin,
          endMin: made.end[i] as number,
          person: made.person[i] as number,
        },
  );
  return {
    tasks: scheduled,
    finishMin: made.finish(),
    boundMin: exact ? made.finish() : Math.min(boundMin, made.finish()),
    proven: exact || made.finish() <= boundMin + eps,
    critical: criticalOf(tasks, scheduled),
  };
}

/** Follows back from the last end what each task waited for: another's end, its hands, or a turn. */
function criticalOf(tasks: readonly Task[], scheduled: readonly Scheduled[]): number[] {
  let at = scheduled.reduce((last, s, i) => (s.endMin > (scheduled[last]?.endMin ?? -1) ? i : last), 0);
  const path: number[] = [];
  while (tasks[at] && !path.includes(at)) {
    path.unshift(at);
    const own = scheduled[at] as Scheduled;
    const t = tasks[at] as Task;
    const near = (v: number) => Math.abs(v - own.startMin) < 1e-6;
    const byEnd = [...t.after, ...t.apart].find((p) => near(scheduled[p]?.endMin ?? -1));
    const byHands = scheduled.findIndex(
      (s, i) => i !== at && (tasks[i] as Task).handsMin > 0 && s.person === own.person && near(s.handsEndMin),
    );
    const before = byEnd ?? (byHands >= 0 ? byHands : undefined);
    if (before === undefined) break;
    at = before;
  }
  return path;
}
