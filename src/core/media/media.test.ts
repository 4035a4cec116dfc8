import fc from 'fast-check';
import { coaxCableLoss, coaxPath, coaxRate, splitterFor, splitterLoss, splitterWays } from './coax';
import { poePort, poeTypes } from './poe';
import { powerline } from './powerline';

describe('power over Ethernet', () => {
  test('at, 20 W, 75 m of cat6', () => {
    const port = poePort('at', 20, 75, 'cat6');
    expect(port).toMatchObject({ ok: true });
    expect(port.currentA).toBeCloseTo(0.42012, 5);
    expect(port.sourceW).toBeCloseTo(21.0061, 4);
    expect(port.deviceV).toBeCloseTo(47.6053, 4);
    expect('reason' in port).toBe(false);
  });

  test('the reason for no: the device, the cable, the port', () => {
    expect(poePort('af', 13, 10, 'cat6').reason).toBe('device');
    expect(poePort('bt4', 71.3, 1500, 'cat5e')).toMatchObject({ ok: false, reason: 'cable', currentA: null });
    expect(poePort('af', 12.95, 350, 'cat5e')).toMatchObject({ ok: false, reason: 'port' });
    expect(poePort('af', 12.95, 0, 'cat5e')).toMatchObject({ ok: true, cableLossW: 0, deviceV: 44 });
  });

  test('what the port gives is what the device takes and the cable loses', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(poeTypes) as (keyof typeof poeTypes)[])),
        fc.double({ min: 0, max: 70, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (type, watts, metres) => {
          const p = poePort(type, watts, metres, 'cat6');
          if (p.sourceW === null || p.cableLossW === null) return p.reason !== undefined;
          return Math.abs(p.sourceW - p.cableLossW - watts) < 1e-6;
        },
      ),
    );
  });
});

describe('coax', () => {
  test('rg6 18 m, rg59 7 m and a 4-way that is not rated, between two outputs', () => {
    const path = coaxPath({
      frequencyMHz: 1400,
      segments: [
        { cable: 'rg6', lengthM: 18 },
        { cable: 'rg59', lengthM: 7 },
      ],
      splitters: [{ ways: 4, rated: false, between: 'out-out' }],
    });
    expect(path.lossDb).toBeCloseTo(40.913, 3);
    expect(path.mbps).toBe(2500);
    expect(coaxCableLoss('rg6', 18)).toBeCloseTo(4.654, 3);
  });

  test('full to 50 dB, half at 60, nothing from 70', () => {
    expect([0, 50, 60, 70, 90].map(coaxRate)).toEqual([2500, 2500, 1250, 0, 0]);
  });

  test('a splitter taken away never lowers the rate; more outputs never cost less', () => {
    const splitter = fc.record({
      ways: fc.constantFrom(...splitterWays),
      rated: fc.boolean(),
      between: fc.constantFrom('in-out' as const, 'out-out' as const),
    });
    fc.assert(
      fc.property(fc.array(splitter, { minLength: 1, maxLength: 4 }), fc.nat(3), (list, k) => {
        const at = (splitters: typeof list) =>
          coaxPath({ frequencyMHz: 1400, segments: [{ cable: 'rg59', lengthM: 25 }], splitters }).mbps;
        return at(list.filter((_, i) => i !== k % list.length)) >= at(list);
      }),
    );
    const losses = splitterWays.map((w) => splitterLoss(w, true, 'in-out'));
    expect(losses).toEqual([...losses].sort((a, b) => a - b));
    expect([2, 5, 7, 16].map(splitterFor)).toEqual([2, 6, 8, 8]);
  });
});

describe('powerline', () => {
  const base = { lengthM: 12, taps: 3, extraDb: 0, noise: 'quiet', topMHz: 86, mimo: false } as const;
  test('the values of the contract', () => {
    expect(powerline(base).phyMbps).toBeCloseTo(552.3, 1);
    const far = powerline({ ...base, lengthM: 28, taps: 7, extraDb: 12, noise: 'noisy' });
    expect(far.phyMbps).toBeCloseTo(108.3, 1);
    expect(far.goodputMbps).toBeCloseTo(far.phyMbps / 2, 9);
  });

  test('never faster by more wire, taps, loss or noise; MIMO gives 1.7 times as much', () => {
    fc.assert(
      fc.property(fc.nat(80), fc.nat(10), fc.nat(50), (lengthM, taps, extraDb) => {
        const at = (over: object) => powerline({ ...base, lengthM, taps, extraDb, ...over }).phyMbps;
        const here = at({});
        return (
          at({ lengthM: lengthM + 5 }) <= here &&
          at({ taps: taps + 1 }) <= here &&
          at({ extraDb: extraDb + 6 }) <= here &&
          at({ noise: 'noisy' }) <= here &&
          at({ topMHz: 30 }) <= here &&
          Math.abs(at({ mimo: true }) - 1.7 * here) < 1e-9
        );
      }),
      { numRuns: 30 },
    );
  });
});
