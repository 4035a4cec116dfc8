import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from '@/core/job/edits';
import { gridsOf } from '@/core/coverage/grid';
import { layerOver, noiseField, unitField } from '@/core/coverage/field';
import { networkOf } from '@/core/network/backhaul';
import { testDevice } from '@/core/job/testDevice';
import { buildScene } from '@/core/propagation/scene';
import { median } from '@/core/statistics/exactTests';
import { posteriorField } from './posteriorField';
import { withPosterior } from './posterior';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const job = applyEdit(demo, putOne('learn', { ...demo.info, useLearned: true })).job;

test('what readings change is what tells the taught signals from the computed ones, node by node', () => {
  const base = buildScene(job);
  const posterior = withPosterior(job, base);
  const device = testDevice(job);
  if (!device) throw new Error('no test device');
  // one unit, so that the strongest is the same with and without
  const network = networkOf(job, base, 'found');
  const only = { ...network, backhauls: network.backhauls.slice(0, 1) };
  let most = 0;
  const off: number[] = [];
  for (const grid of gridsOf(job, 'ground', 1)) {
    const change = posteriorField(posterior, only, grid, '5');
    const signal = (scene: typeof base) =>
      layerOver(
        {
          job,
          network: only,
          device,
          grid,
          fields: new Map(only.backhauls.map((f) => [f.unit.id, unitField(scene, f, grid)])),
          noise: noiseField(scene, only.disturbers, grid),
        },
        'signal',
        '5',
      );
    const [now, was] = [signal(posterior), signal(base)];
    change.forEach((db, i) => {
      if ((was[i] as number) > -115 && (now[i] as number) > -115)
        off.push(Math.abs(db - ((now[i] as number) - (was[i] as number))));
      most = Math.max(most, Math.abs(db));
    });
    expect([...posteriorField(base, only, grid, '5')].every((v) => v === 0)).toBe(true);
  }
  // between the nodes that are worked out in full the picture is a mean
  expect(off.length).toBeGreaterThan(50);
  expect(median(off)).toBeLessThan(1);
  expect(Math.max(...off)).toBeLessThan(5);
  expect(most).toBeGreaterThan(1);
});
