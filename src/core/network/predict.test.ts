/* What a spot gets, and why: in the open, where everything can be worked out by hand. */
import { A, activity, air, bare, B, C, cable, M, products, scene, withLinks } from '@/testing/fourUnits';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Product } from '../job/records';
import { goodput } from '../wifi/radioLink';
import { networkOf } from './backhaul';
import { predictFixed, radioOfDevice } from './fixedDevices';
import { predictJob } from './predict';
import { testDevice } from '../job/testDevice';

const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const alone = applyEdit(bare, {
  label: 'x',
  put: [],
  remove: [A.id, B.id, C.id, 'spot-a', 'spot-b', 'spot-c'],
}).job;
const predict = (job: Job, id = 'spot-m') => {
  const found = predictJob(job, scene, networkOf(job, scene, 'planned')).find((p) => p.spotId === id);
  if (!found) throw new Error('not foretold');
  return found;
};
const phone = get(bare, 'device', 'phone');
const main = products.find((p) => p.id === 'kit-main') as Product;
/** The fastest rate of two he streams at 80 MHz, and what is left of it. */
const fastest = goodput((980 * 10 * (5 / 6) * 2) / 13.6);

test('near the main unit the plan is the limit; the steps are those of the way', () => {
  const p = predict(alone);
  expect(p).toMatchObject({
    unitId: M.id,
    band: '5',
    downMbps: 300,
    upMbps: 50,
    met: true,
    limitedBy: 'plan',
  });
  expect(p.limitText).toBe('contract speed');
  expect(p.chain.map((s) => [s.kind, s.isLimit])).toEqual([
    ['plan', true],
    ['air', false],
  ]);
  expect(p.chain[1]?.mbps).toBeCloseTo(fastest, 6);
  expect(p.latencyMs).toBeGreaterThan(0);
  expect(p.air).toMatchObject({ channel: 36, chosen: true, busyShare: 0 });
});

test('free space by hand: what is sent, less the distance, less furniture', () => {
  const p = predict(alone);
  // 1 m away at 5.5 GHz
  const freeDb = 20 * Math.log10((4 * Math.PI * 5.5e9) / 299_792_458);
  const sent = main.radios.find((r) => r.band === '5' && r.use === 'access')?.eirpDbm ?? NaN;
  expect(Math.abs((p.rssiDbm ?? NaN) - (sent - freeDb))).toBeLessThan(1);
  expect(p.terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(p.rssiDbm ?? NaN, 9);
  expect(p.terms[0]).toMatchObject({ kind: 'sent', db: sent, label: 'Transmitted by M' });
});

test('what the unit hears back: weaker by what the phone sends less, both aerials counted', () => {
  const p = predict(alone);
  const radio = main.radios.find((r) => r.band === '5' && r.use === 'access');
  const down = p.rssiDbm ?? NaN;
  expect((p.backDbm ?? NaN) - down).toBeCloseTo(
    phone.txDbm + (radio?.gainDbi ?? 0) - (radio?.eirpDbm ?? 0),
    9,
  );
});

describe('the limit', () => {
  const limit = (job: Job, id?: string) => {
    const { limitedBy, limitText, downMbps } = predict(job, id);
    return { limitedBy, limitText, downMbps };
  };
  const fast = put(alone, { ...alone.info, planDownMbps: 5000, planUpMbps: 5000 });

  test('the phone itself, when the unit could do more', () => {
    const four = { ...main, radios: main.radios.map((r) => ({ ...r, streams: 4 })) };
    const { limitedBy, limitText, downMbps } = limit(put(fast, four));
    expect([limitedBy, limitText]).toEqual(['device', 'Phone, 2 streams']);
    expect(downMbps).toBeCloseTo(fastest, 6);
  });

  test('the air, when the phone could do more', () => {
    const one = { ...main, radios: main.radios.map((r) => ({ ...r, streams: 1 })) };
    expect(limit(put(fast, one))).toMatchObject({ limitedBy: 'air', limitText: 'Wireless from M' });
  });

  test('a port slower than the plan is a step of its own', () => {
    const slow = put(fast, { ...main, portMbps: 100 });
    expect(limit(slow)).toMatchObject({ limitedBy: 'port', limitText: 'Port of M' });
    expect(limit(slow).downMbps).toBeCloseTo((100 * 1460) / 1538, 9);
    expect(predict(put(alone, { ...main, portMbps: 400 })).chain.some((s) => s.kind === 'port')).toBe(false);
  });

  test('a test device that shows no more', () => {
    expect(limit(put(alone, { ...phone, capMbps: 95 }))).toMatchObject({
      limitedBy: 'device',
      limitText: 'Phone: its maximum',
      downMbps: 95,
    });
  });

  test('a wire or a hop on the way, with what it is', () => {
    const wired = withLinks({ ...cable(A, M), lengthM: 60, category: 'cat6' as const });
    const noAccess = { ...main, radios: main.radios.filter((r) => r.use === 'backhaul') };
    const slow = put(wired, noAccess, {
      ...(products.find((p) => p.id === 'kit-node') as Product),
      portMbps: 100,
    });
    expect(limit(slow, 'spot-a')).toMatchObject({ limitedBy: 'medium', limitText: 'Ethernet, M to A' });
    expect(predict(slow, 'spot-a').chain[1]).toMatchObject({
      kind: 'wire',
      detail: 'cat6 60 m',
      unitId: A.id,
    });
    const over = put(withLinks(air(A, M, 'dedicated')), { ...bare.info, planDownMbps: 5000 });
    const hop = predict(over, 'spot-a').chain.find((s) => s.kind === 'hop');
    expect(hop?.label).toMatch(/, M to A$/);
    expect(hop?.detail).toMatch(/^5 GHz own, −\d+ dBm$/);
  });

  test('latency over what is asked comes before any rate', () => {
    const p = predict(put(alone, { ...activity, latencyMs: 1 }));
    expect(p).toMatchObject({ met: false, limitedBy: 'latency', certainty: 0, headroomDb: -Infinity });
    expect(p.limitText).toMatch(/^latency \d+ of 1 ms$/);
  });
});

describe('nothing reaches', () => {
  test('without a unit nothing is heard; without a device nothing is foretold', () => {
    const none = applyEdit(alone, { label: 'x', put: [], remove: [M.id] }).job;
    expect(predict(none)).toMatchObject({
      unitId: null,
      heard: null,
      rssiDbm: null,
      limitText: 'no unit reaches',
      chain: [],
    });
    const noDevice = applyEdit(alone, {
      label: 'x',
      put: [{ ...alone.info, testDeviceId: null }],
      remove: ['phone'],
    }).job;
    expect(testDevice(noDevice)).toBeUndefined();
    expect(predictJob(noDevice, scene, networkOf(noDevice, scene, 'planned'))).toEqual([]);
  });

  test('too weak: the strongest that is heard is told all the same', () => {
    const radios = main.radios.filter((r) => r.band === '5').map((r) => ({ ...r, eirpDbm: -10 }));
    const weak = { ...main, radios };
    const job = put(alone, weak, { ...(alone.byId.get('spot-m') as AnyRecord), xM: 19 } as AnyRecord);
    const far = predict(put(job, { ...M, mount: 'cupboard' }));
    expect(far.unitId).toBeNull();
    expect(far.heard).toMatchObject({ unitId: M.id });
    expect(far.rssiDbm).toBeLessThan(-80);
    expect(far.terms.length).toBeGreaterThan(1);
    expect(far).toMatchObject({ downMbps: 0, upMbps: 0, met: false, limitedBy: 'air' });
  });
});

test('of two units the faster serves, not the stronger', () => {
  // A stands nearer, and hangs on a slow wire
  const slowNode = { ...(products.find((p) => p.id === 'kit-node') as Product), portMbps: 10 };
  const job = put(withLinks(cable(A, M)), slowNode);
  expect(predict(job, 'spot-a').unitId).toBe(M.id);
  expect(predict(withLinks(cable(A, M)), 'spot-a').unitId).toBe(A.id);
});

describe('devices that stay where they are', () => {
  const device = (over: object): AnyRecord =>
    makeRecord({
      type: 'fixedDevice',
      id: 'tv',
      name: 'TV',
      storeyId: 's',
      xM: -12,
      yM: 2,
      heightM: 1,
      portMbps: 0,
      standard: 'he',
      streams: 1,
      only24: false,
      poe: 'none',
      poeW: 0,
      activityIds: ['watch'],
      ...over,
    });
  const fixed = (over: object) => {
    const job = put(alone, device(over));
    return predictFixed(job, scene, networkOf(job, scene, 'planned'));
  };

  test('each by its own radio, for what it does', () => {
    expect(fixed({})).toMatchObject([{ spotId: 'tv', band: '5', need: { downMbps: 20 } }]);
    expect(fixed({ only24: true })).toMatchObject([{ band: '2.4' }]);
    expect(fixed({ streams: 1 })[0]?.chain.at(-1)?.mbps).toBeLessThan(fastest);
  });

  test('one without Wi-Fi is not foretold; one with a port too is, as long as no cable leads to it', () => {
    expect(fixed({ standard: null })).toEqual([]);
    expect(fixed({ portMbps: 1000 })).toHaveLength(1);
    expect(fixed({ portMbps: 100, only24: true })).toHaveLength(1);
  });

  test('how wide it sends, by its standard', () => {
    const of = (over: object) => radioOfDevice(device(over) as Parameters<typeof radioOfDevice>[0])?.widthMHz;
    expect(of({ standard: 'ht' })).toEqual({ '2.4': 20, '5': 40, '6': null });
    expect(of({ standard: 'he' })).toEqual({ '2.4': 20, '5': 80, '6': null });
    expect(of({ standard: 'eht' })).toEqual({ '2.4': 20, '5': 80, '6': 80 });
    expect(of({ standard: 'he', only24: true })).toEqual({ '2.4': 20, '5': null, '6': null });
    expect(of({ standard: null })).toBeUndefined();
  });
});
