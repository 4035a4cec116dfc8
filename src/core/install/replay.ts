import type { Task } from './schedule';

/**
 * The finish when durations differ: tasks keep the order of a schedule, each begins as soon as it can.
 * @param order by start. Durations: hands and waits of each task, minutes.
 */
export function replay(
  tasks: readonly Task[],
  people: number,
  order: readonly number[],
  handsMin: ArrayLike<number>,
  waitMin: ArrayLike<number>,
  nowMin = 0,
): number {
  const end = new Float64Array(tasks.length);
  const start = new Float64Array(tasks.length).fill(-1);
  const free = Array.from({ length: people }, () => nowMin);
  let finish = nowMin;
  tasks.forEach((t, i) => {
    if (!t.fixed) return;
    start[i] = t.fixed.startMin;
    end[i] = t.fixed.endMin;
    finish = Math.max(finish, t.fixed.endMin);
  });
  for (const i of order) {
    const t = tasks[i] as Task;
    if (t.fixed) continue;
    let at = Math.max(nowMin, t.releaseMin);
    for (const p of t.after) at = Math.max(at, end[p] as number);
    for (const p of t.apart) if ((start[p] as number) >= 0) at = Math.max(at, end[p] as number);
    const hands = handsMin[i] as number;
    if (hands > 0) {
      const person = free.indexOf(Math.min(...free));
      at = Math.max(at, free[person] as number);
      free[person] = at + hands;
    }
    start[i] = at;
    end[i] = at + hands + (waitMin[i] as number);
    finish = Math.max(finish, end[i]);
  }
  return finish;
}
