import fc from 'fast-check';
import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '@/core/job/job';
import type { Need } from '@/core/job/needs';
import type { Band } from '@/core/job/records';
import { buildScene } from '@/core/propagation/scene';
import {
  type Access,
  accessesOf,
  accessRates,
  delivered,
  cellEdgeMarginDb,
  retryDelayMs,
  signalFor,
  signalsIn,
} from './delivery';
import type { Noise } from './disturbance';
import { type BackhaulCapacity, networkOf } from './backhaul';
import { testDevice } from '../job/testDevice';

const job = jobFromRecords(quayHouse());
const device = testDevice(job);
if (!device) throw new Error('no device');
const backhauls = networkOf(job, buildScene(job), 'planned').backhauls;
const accesses = backhauls.flatMap((f) => accessesOf(f, device, 0));

const share = fc.double({ min: 0, max: 0.9, noNaN: true });
const noise: fc.Arbitrary<Noise> = fc.record({
  duty: fc.double({ min: 0, max: 0.6, noNaN: true }),
  riseDb: fc.integer({ min: 0, max: 40 }),
  from: fc.constant(null),
});
const perBand = fc.record<Record<Band, number>>({
  '2.4': fc.constantFrom(0, 1 / 150),
  '5': fc.constantFrom(0, 1 / 400),
  '6': fc.constant(0),
});
const allowances: fc.Arbitrary<BackhaulCapacity> = fc.record({
  downMbps: fc.constantFrom(30, 100, 500),
  upMbps: fc.constantFrom(10, 100),
  sharedDown: perBand,
  sharedUp: perBand,
});
const needs: fc.Arbitrary<Need> = fc.record({
  downMbps: fc.integer({ min: 0, max: 1500 }).map((v) => v / 10),
  upMbps: fc.integer({ min: 0, max: 300 }).map((v) => v / 10),
  activities: fc.constant([]),
  latencyMs: fc.constantFrom(4, 10, 20, 45, 200),
});
/** Some access, its air as busy and as noisy as it comes. */
const access: fc.Arbitrary<Access> = fc
  .record({ of: fc.constantFrom(...accesses), busyShare: share, noise })
  .map(({ of, ...air }) => ({
    ...of,
    air: { ...of.air, busyShare: air.busyShare, noise: of.band === '2.4' ? air.noise : of.air.noise },
  }));

/** Is the need met at a signal, both ways? Rates as they would be predicted there. */
function isMet(a: Access, capacity: BackhaulCapacity, need: Need, rssiDbm: number, at: Noise): boolean {
  const { down, up } = accessRates(a, rssiDbm, at);
  const least = 1 - 1e-9;
  // there is a link at all only where both ends hear the other at the lowest rate
  if (down === 0 || up === 0) return false;
  return (
    (need.downMbps <= 0 || delivered(capacity, a.band, down, 'down') >= need.downMbps * least) &&
    (need.upMbps <= 0 || delivered(capacity, a.band, up, 'up') >= need.upMbps * least)
  );
}

test('the signal needed is just that: there the need is met both ways, a hair below it is not', () => {
  fc.assert(
    fc.property(access, allowances, needs, noise, (a, capacity, need, at) => {
      // a latency that retries would break asks more than rates do: below, on its own
      fc.pre(need.latencyMs >= a.latencyMs + retryDelayMs);
      const least = signalFor(a, need, at)(capacity);
      if (least === Infinity) {
        expect(isMet(a, capacity, need, 0, at)).toBe(false);
        return;
      }
      expect(isMet(a, capacity, need, least + 1e-6, at)).toBe(true);
      expect(isMet(a, capacity, need, least - 1e-6, at)).toBe(false);
    }),
    { numRuns: 2000 },
  );
});

test('in many kinds of noise at once it is the same as in each; more noise never needs less signal', () => {
  fc.assert(
    fc.property(access, allowances, needs, fc.array(noise, { maxLength: 8 }), (a, capacity, need, kinds) => {
      expect([...signalsIn(a, capacity, need, kinds)]).toEqual(
        kinds.map((k) => signalFor(a, need, k)(capacity)),
      );
      const louder = kinds.map((k) => ({ ...k, riseDb: k.riseDb + 3 }));
      const [before, after] = [signalsIn(a, capacity, need, kinds), signalsIn(a, capacity, need, louder)];
      after.forEach((v, i) => expect(v).toBeGreaterThanOrEqual(before[i] ?? NaN));
    }),
    { numRuns: 300 },
  );
});

test('a latency that the way alone breaks no signal mends; one that retries would break keeps clear of the edge', () => {
  fc.assert(
    fc.property(access, allowances, (a, capacity) => {
      const ask = (latencyMs: number) =>
        signalFor(
          a,
          { downMbps: 0, upMbps: 0, latencyMs, activities: [] },
          { duty: 0, riseDb: 0, from: null },
        )(capacity);
      expect(ask(a.latencyMs - 0.1)).toBe(Infinity);
      const strict = ask(a.latencyMs + retryDelayMs - 0.1);
      expect(Number.isFinite(strict)).toBe(true);
      // the weaker of the two directions is that much above where it would break off
      const off = Math.min(strict, strict + a.upMinusDownDb) - cellEdgeMarginDb;
      const { down, up } = accessRates(
        { ...a, air: { ...a.air, busyShare: 0 } },
        strict - cellEdgeMarginDb + 1e-6,
      );
      expect(down > 0 && up > 0).toBe(true);
      expect(accessRates({ ...a, upMinusDownDb: 0 }, off - 1e-6).down).toBe(0);
    }),
  );
});
