import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { jobFromRecords } from '../job/job';
import { networkOf } from '../network/backhaul';
import { joinsOverAir, predictFixed } from '../network/fixedDevices';
import { buildScene } from '../propagation/scene';
import { deviceSpots, spotServices } from './spotServices';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);

test('fixed devices that join over the air are spots numbered 0, those with a port are not', () => {
  const spots = deviceSpots(job);
  expect(spots.map((s) => s.id)).toEqual(job.fixedDevices.filter(joinsOverAir).map((d) => d.id));
  expect(spots.length).toBeGreaterThan(0);
  expect(spots.every((s) => s.number === 0)).toBe(true);
  const [device] = job.fixedDevices.filter(joinsOverAir);
  if (!device) throw new Error('no device on Wi-Fi');
  const wired = applyEdit(job, putOne('x', { ...device, portMbps: 1000, only24: false })).job;
  expect(deviceSpots(wired).map((s) => s.id)).not.toContain(device.id);
  expect(deviceSpots(applyEdit(job, putOne('x', { ...device, standard: null })).job)).toHaveLength(
    spots.length - 1,
  );
});

test('each is served with its own radio: the best of the units is what the prediction of the device says', () => {
  const network = networkOf(job, scene, 'planned');
  const spots = deviceSpots(job);
  const served = spotServices(job, scene, network, [...job.spots, ...spots]);
  const all = network.backhauls.map((b) => served(b));
  for (const p of predictFixed(job, scene, network)) {
    const best = Math.max(0, ...all.map((s) => s.get(p.spotId)?.certainty ?? 0));
    // what is under one in a hundred is not told
    if (p.certainty >= 0.01) expect(best).toBeCloseTo(p.certainty, 6);
    else expect(best).toBe(0);
  }
});
