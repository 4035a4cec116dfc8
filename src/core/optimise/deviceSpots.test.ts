import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../job/edits';
import { jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import { networkOf } from '../network/backhaul';
import { predictFixed } from '../network/fixedDevices';
import { buildScene } from '../propagation/scene';
import { deviceSpots, spotServices } from './spotServices';

const job = jobFromRecords(quayHouse());
const scene = buildScene(job);

test('fixed devices without a cable are spots numbered 0, those with one, or with neither Wi-Fi nor a port, are not', () => {
  const spots = deviceSpots(job);
  expect(spots.map((s) => s.id)).toEqual(job.fixedDevices.map((d) => d.id));
  expect(spots.length).toBeGreaterThan(0);
  expect(spots.every((s) => s.number === 0)).toBe(true);
  const [device] = job.fixedDevices;
  const main = job.units.find((u) => u.planned);
  if (!device || !main) throw new Error('nothing to join');
  const cable = makeRecord({
    type: 'deviceCable',
    id: 'c',
    deviceId: device.id,
    fromUnitId: main.id,
    lengthM: 3,
  });
  const ids = (of: typeof job) => deviceSpots(of).map((s) => s.id);
  expect(ids(applyEdit(job, putOne('x', cable)).job)).not.toContain(device.id);
  const bare = { ...device, standard: null, only24: false };
  expect(ids(applyEdit(job, putOne('x', { ...bare, portMbps: 0 })).job)).not.toContain(device.id);
  expect(ids(applyEdit(job, putOne('x', { ...bare, portMbps: 100 })).job)).toContain(device.id);
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
