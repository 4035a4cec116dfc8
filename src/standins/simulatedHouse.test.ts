import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from '@/core/job/edits';
import { jobFromRecords } from '@/core/job/job';
import { networkOf } from '@/core/network/backhaul';
import { predictJob } from '@/core/network/predict';
import { testDevice } from '@/core/job/testDevice';
import { buildScene } from '@/core/propagation/scene';
import { proveSpot } from '@/core/proof/spotProof';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';
import { simulatedReadings } from './simulatedReadings';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const job = jobFromRecords([...demo.byId.values()].filter((r) => r.type !== 'reading'));

test('the same job, spot, phase and run give the same reading; another run another', () => {
  const take = () => simulatedReadings(job, 'spot-5', 'before', 5, '2026-11-05T09:30:00.000Z');
  expect(take()).toEqual(take());
  expect(new Set(take().map((r) => r.downMbps)).size).toBeGreaterThan(1);
  expect(take().every((r) => r.source === 'simulated')).toBe(true);
});

test('runs go on counting after those a spot has', () => {
  expect(
    simulatedReadings(demo, 'spot-5', 'before', 2, '2026-11-06T09:30:00.000Z').map((r) => r.run),
  ).toEqual([6, 7]);
});

test('Quay House as found: five of fourteen spots are dead or short', () => {
  const found = demo.spots.map((s) => proveSpot(demo, s).found);
  expect(found.filter((f) => f === 'dead' || f === 'short')).toHaveLength(5);
  expect(found.filter((f) => f === 'met')).toHaveLength(9);
});

// a sample; the bench has some hundred houses
test('the 90 % band of a predicted signal holds about 90 % of what simulated houses show', () => {
  const scene = buildScene(job);
  const predicted = predictJob(job, scene, networkOf(job, scene, 'planned'));
  const device = testDevice(job);
  if (!device) throw new Error('no test device');
  let inside = 0;
  let all = 0;
  for (let seed = 1; seed <= 5; seed++) {
    const house = applyEdit(job, putOne('x', { ...job.info, simulationSeed: seed })).job;
    const truth = hiddenTruth(house);
    const network = trueNetwork(house, truth, 'after');
    for (const p of predicted) {
      const spot = house.spots.find((s) => s.id === p.spotId);
      if (!spot || p.rssiDbm === null || p.spreadDb === null) continue;
      // only the unit and band that was predicted, or there is nothing to compare
      const only = {
        ...network,
        backhauls: network.backhauls
          .filter((f) => f.unit.id === p.unitId)
          .map((f) => ({
            ...f,
            product: { ...f.product, radios: f.product.radios.filter((r) => r.band === p.band) },
          })),
      };
      const run = simulateRun(house, truth, only, spot, device, 'after', 1);
      if (run.rssiDbm === null) continue;
      all++;
      if (Math.abs(run.rssiDbm - p.rssiDbm) <= 1.645 * p.spreadDb) inside++;
    }
  }
  expect(all).toBeGreaterThan(40);
  expect(inside / all).toBeGreaterThan(0.82);
  expect(inside / all).toBeLessThan(0.99);
});
