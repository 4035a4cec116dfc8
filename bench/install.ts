/** The runbook's schedule: Quay House with units until there are about sixty steps, alone and in a pair. */
import { applyEdit } from '@/core/job/edits';
import { get, type Job } from '@/core/job/job';
import { liveRunbook } from '@/core/install/live';
import { collide, runbookOf } from '@/core/install/runbook';
import { scheduleOf, type Task } from '@/core/install/schedule';
import { placeUnit } from '@/core/design/placeUnit';

const runs = 15;
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

export function installFigures(demo: Job): object[] {
  let job = demo;
  for (const [kitId, storeyId] of [
    ['kit-node', 'first'],
    ['kit-small', 'attic'],
    ['kit-plug-in', 'first'],
    ['kit-node', 'cellar'],
    ['kit-small', 'ground'],
    ['kit-plug-in', 'ground'],
  ] as const)
    job = applyEdit(job, placeUnit(job, get(job, 'kit', kitId), { storeyId, xM: 3, yM: 5 }).edit).job;
  const { steps } = runbookOf(job);
  const at = new Map(steps.map((s, i) => [s.key, i]));
  const tasks = steps.map((s, i): Task => ({
    handsMin: s.hands.min,
    waitMin: s.wait?.min ?? 0,
    after: s.after.flatMap((k) => at.get(k) ?? []),
    apart: steps.flatMap((o, j) => (j !== i && collide(s, o) ? [j] : [])),
    releaseMin: 0,
    fixed: null,
  }));
  return [1, 2].map((people) => {
    const times: number[] = [];
    let schedule = scheduleOf(tasks, people);
    for (let k = 0; k < runs; k++) {
      const start = performance.now();
      schedule = scheduleOf(tasks, people);
      times.push(performance.now() - start);
    }
    const start = performance.now();
    liveRunbook(job, people, 0);
    return {
      what: `schedule of ${tasks.length} steps, ${people === 1 ? 'alone' : 'in a pair'}`,
      'median ms': median(times).toFixed(0),
      'with range, ms': (performance.now() - start).toFixed(0),
      'finish, min': schedule.finishMin,
      'least possible': schedule.boundMin.toFixed(1),
    };
  });
}
