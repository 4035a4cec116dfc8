import { guardIntervalsUs, linkRateMatches, mcsOf, phyRate, standards, widthsOf } from './phyRate';
import { commonMode, goodput, radioLink, rateLadder, rssiFor } from './radioLink';

describe('phyRate', () => {
  test.each([
    ['vht', 80, 2, 9, 0.4, 866.67],
    ['vht', 80, 2, 6, 0.4, 585],
    ['he', 80, 2, 11, 0.8, 1200.98],
    ['eht', 320, 2, 13, 0.8, 5764.71],
  ] as const)('%s %i MHz %i streams MCS %i', (standard, widthMHz, streams, mcs, guardIntervalUs, mbps) => {
    expect(phyRate({ standard, widthMHz, streams, mcs, guardIntervalUs })).toBeCloseTo(mbps, 2);
  });

  test('refuses what a standard does not have, by field', () => {
    const base = { standard: 'vht', widthMHz: 20, streams: 1, mcs: 8, guardIntervalUs: 0.4 } as const;
    expect(phyRate(base)).toBeGreaterThan(0);
    expect(() => phyRate({ ...base, mcs: 9 })).toThrow('mcs: vht has no MCS 9 at 20 MHz');
    expect(() => phyRate({ ...base, widthMHz: 320 })).toThrow('widthMHz');
    expect(() => phyRate({ ...base, guardIntervalUs: 3.2 })).toThrow('guardIntervalUs');
  });

  test('every rate finds itself among the matches of the rate shown, rounded down', () => {
    for (const standard of standards)
      for (const widthMHz of widthsOf(standard))
        for (const mcs of mcsOf(standard, widthMHz)) {
          const input = {
            standard,
            widthMHz,
            streams: 2,
            mcs,
            guardIntervalUs: guardIntervalsUs[standard][0] ?? 0,
          };
          const shown = Math.floor(phyRate(input));
          expect(linkRateMatches(shown)).toContainEqual(expect.objectContaining(input));
        }
  });

  test('866 is, among others, two vht streams at 80 MHz', () => {
    expect(linkRateMatches(866)).toContainEqual(
      expect.objectContaining({ standard: 'vht', widthMHz: 80, streams: 2, mcs: 9 }),
    );
    expect(linkRateMatches(3)).toEqual([]);
  });
});

describe('radioLink', () => {
  test('reference points', () => {
    const near = radioLink(-63, { standard: 'he', widthMHz: 80, streams: 2 });
    expect(near.mcs).toBe(6);
    expect(near.phyMbps).toBeCloseTo(648.5, 1);
    expect(near.goodputMbps).toBeCloseTo(495.8, 1);
    const far = radioLink(-79, { standard: 'he', widthMHz: 20, streams: 2 });
    expect(far.mcs).toBe(3);
    expect(far.phyMbps).toBeCloseTo(68.8, 1);
    expect(far.goodputMbps).toBeCloseTo(58.4, 1);
  });

  test('nothing below the lowest sensitivity', () => {
    expect(radioLink(-90, { standard: 'he', widthMHz: 20, streams: 2 })).toEqual({
      mcs: null,
      phyMbps: 0,
      goodputMbps: 0,
    });
  });

  test('rssiFor is the inverse of the ladder', () => {
    const mode = { standard: 'he', widthMHz: 80, streams: 2 } as const;
    for (const step of rateLadder(mode)) expect(rssiFor(step.goodputMbps, mode)).toBe(step.rssiDbm);
    expect(rssiFor(5000, mode)).toBe(Infinity);
  });

  test('goodput rises with the rate and stays below it', () => {
    let last = 0;
    for (const rate of [6.5, 30, 86, 300, 1200, 5764]) {
      const g = goodput(rate);
      expect(g).toBeGreaterThan(last);
      expect(g).toBeLessThan(rate);
      last = g;
    }
  });

  test('two ends share the lesser of everything; vht counts as ht at 2.4 GHz', () => {
    const unit = { standard: 'vht', widthMHz: 80, streams: 4 } as const;
    const phone = { standard: 'he', widthMHz: 160, streams: 2 } as const;
    expect(commonMode(unit, phone, '5')).toEqual({ standard: 'vht', widthMHz: 80, streams: 2 });
    expect(commonMode(unit, phone, '2.4')).toEqual({ standard: 'ht', widthMHz: 40, streams: 2 });
  });
});
