/** Tables of all media for a job of eight units. */
import { Bench } from 'tinybench';
import { applyEdit } from '@/core/job/edits';
import { get, type Job } from '@/core/job/job';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { networkOf } from '@/core/network/backhaul';
import { placeUnit } from '@/core/design/placeUnit';
import { buildScene } from '@/core/propagation/scene';

/** A job with mesh nodes more on storeys of Quay House, until it has eight units. */
function eightUnits(house: Job): Job {
  const places = [
    ['ground', 2, 7],
    ['first', 3, 6],
    ['attic', 4, 4],
    ['cellar', 4, 6],
    ['first', 11, 6],
    ['shed-ground', 3, 2],
  ] as const;
  return places.slice(0, 8 - house.units.length).reduce((job, [storeyId, xM, yM]) => {
    const placed = placeUnit(job, get(job, 'kit', 'kit-node'), { storeyId, xM, yM });
    return applyEdit(job, placed.edit).job;
  }, house);
}

/** Milliseconds for every way to feed every unit. @param house Quay House with at most eight units. */
export async function linkTables(house: Job): Promise<object[]> {
  const job = eightUnits(house);
  const scene = buildScene(job);
  let rows = 0;
  const bench = new Bench({ time: 1500, warmupTime: 300 });
  bench.add('tables', () => {
    const network = networkOf(job, scene, 'planned');
    rows = job.units.reduce((sum, u) => sum + backhaulOptions(job, scene, u, network).length, 0);
  });
  await bench.run();
  const [task] = bench.tasks;
  if (!task?.result || !('latency' in task.result)) throw new Error('the tables failed');
  return [
    {
      what: `every way to feed ${job.units.length} units, ${rows} rows`,
      'median ms': Math.round(task.result.latency.p50),
      'p99 ms': Math.round(task.result.latency.p99),
    },
  ];
}
