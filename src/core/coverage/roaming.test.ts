import { makeCompute } from '@/workers/compute';
import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../job/job';
import { buildScene } from '../propagation/scene';
import { networkOf } from '../network/backhaul';
import { accessesOf } from '../network/delivery';
import { testDevice } from '../job/testDevice';
import type { AccessField } from './field';
import { gridsOf } from './grid';
import { handoversOf, holdsOnDbm, roamingOver } from './roaming';
import { overlapWords } from './overlapWords';

const job = jobFromRecords(quayHouse());
const network = networkOf(job, buildScene(job), 'planned');
const device = testDevice(job);
if (!device) throw new Error('no device');
const [a, b] = network.backhauls.map((f) => accessesOf(f, device, 0).find((x) => x.band === '5'));
if (!a || !b) throw new Error('two units are needed');

/** An access whose signals are given, and that needs so much at every node. */
const field = (access: AccessField['access'], rssi: number[], need: number): AccessField => ({
  access,
  rssi: Float32Array.from(rssi),
  spread: new Float32Array(rssi.length).fill(5),
  kindOf: new Uint16Array(rssi.length),
  leastDbm: Float64Array.of(need),
  cases: () => [need],
  shares: [1],
});

test('the unit with more headroom serves; a phone clings where the other is strong but not enough', () => {
  const loud = field(a, [-50, -65, -65, -80], -60);
  const other = field(b, [-80, -62, -55, -50], -70);
  const { serving, clingsTo } = roamingOver([loud, other], 4);
  const [A, B] = [a.backhaul.unit.id, b.backhaul.unit.id];
  expect(serving).toEqual([A, B, B, B]);
  // −65 dBm is above what a phone holds on to, but 5 dB short of this need
  expect(clingsTo).toEqual([null, A, A, null]);
});

test('where nothing serves nobody clings; where two are equal they are a handover', () => {
  const weak = field(a, [-66, -88], -60);
  const same = field(b, [-67, -89], -60);
  const { clingsTo, between } = roamingOver([weak, same], 2);
  expect(clingsTo).toEqual([null, null]);
  expect(between[0]).toMatchObject({ weakerDbm: expect.closeTo(-67, 3) });
  const grid = gridsOf(job, 'ground', 1)[0];
  if (!grid) throw new Error('no space');
  const [handover] = handoversOf([{ grid, roaming: roamingOver([weak, same], 1) }]);
  expect(handover).toMatchObject({ levelDbm: expect.closeTo(-67, 3), areaM2: 1 });
  expect(handover?.overlapDb).toBeCloseTo(-67 - holdsOnDbm, 3);
  expect([overlapWords(20), overlapWords(0), overlapWords(-20)].map((w) => w.slice(0, 5))).toEqual([
    'much ',
    'a pho',
    'a gap',
  ]);
});

test('over the demo house the shares of all units and of what is unserved make the whole', () => {
  const compute = makeCompute();
  compute.setJob([...job.byId.values()]);
  const { rooms, handovers } = compute.areas('ground', 'planned');
  expect(rooms).toHaveLength(job.rooms.filter((r) => r.storeyId === 'ground').length);
  for (const h of handovers) expect(h.aId < h.bId).toBe(true);
});
