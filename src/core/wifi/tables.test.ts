/** Rates, thresholds and channels, against the figures of the standards and written out once more. */
import { channelRule, channelsAt, radioRules } from './radioRules';
import { mcsOf, phyRate, widthsOf } from './phyRate';
import { commonMode, goodput, modeKey, radioLink, rateLadder, rssiFor } from './radioLink';
import { busyShare, overlap, quietestChannel, spanOf } from './channels';
import type { Band, CountryGroup, Neighbour, Standard } from '../job/records';

/** What a radio of a usual power indoors chooses. */
const chosenBy = (list: readonly Neighbour[], group: CountryGroup, band: Band, widthMHz: number) =>
  quietestChannel(list, { group, band, widthMHz, eirpDbm: 20, outdoors: false });

/** One stream at the shortest guard interval, Mbps, as the standards' tables print them. */
const printed: [Standard, number, number[]][] = [
  ['ht', 20, [7.2, 14.4, 21.7, 28.9, 43.3, 57.8, 65, 72.2]],
  ['ht', 40, [15, 30, 45, 60, 90, 120, 135, 150]],
  ['vht', 20, [7.2, 14.4, 21.7, 28.9, 43.3, 57.8, 65, 72.2, 86.7]],
  ['vht', 80, [32.5, 65, 97.5, 130, 195, 260, 292.5, 325, 390, 433.3]],
  ['vht', 160, [65, 130, 195, 260, 390, 520, 585, 650, 780, 866.7]],
  ['he', 20, [8.6, 17.2, 25.8, 34.4, 51.6, 68.8, 77.4, 86, 103.2, 114.7, 129, 143.4]],
  ['he', 80, [36, 72.1, 108.1, 144.1, 216.2, 288.2, 324.3, 360.3, 432.4, 480.4, 540.4, 600.5]],
  [
    'eht',
    320,
    [144.1, 288.2, 432.4, 576.5, 864.7, 1152.9, 1297.1, 1441.2, 1729.4, 1921.6, 2161.8, 2402, 2594.1, 2882.4],
  ],
];

test.each(printed)('%s at %d MHz: every rate of its table', (standard, widthMHz, rates) => {
  const shortest = standard === 'ht' || standard === 'vht' ? 0.4 : 0.8;
  expect(mcsOf(standard, widthMHz)).toEqual(rates.map((_, i) => i));
  rates.forEach((mbps, mcs) => {
    const one = phyRate({ standard, widthMHz, streams: 1, mcs, guardIntervalUs: shortest });
    expect(Math.abs(one - mbps)).toBeLessThan(0.06);
    expect(phyRate({ standard, widthMHz, streams: 3, mcs, guardIntervalUs: shortest })).toBeCloseTo(
      3 * one,
      9,
    );
  });
});

test('widths of the standards', () => {
  expect((['ht', 'vht', 'he', 'eht'] as const).map(widthsOf)).toEqual([
    [20, 40],
    [20, 40, 80, 160],
    [20, 40, 80, 160],
    [20, 40, 80, 160, 320],
  ]);
});

describe('signal and rate', () => {
  /** Receiver minimum sensitivity at 20 MHz, and 5 dB better; 3 dB more for each doubling of the width. */
  const least = [-82, -79, -77, -74, -70, -66, -65, -64, -59, -57, -54, -52, -49, -46];

  test.each([
    ['he', 20, 12, 0],
    ['he', 40, 12, 3.0103],
    ['eht', 80, 14, 6.0206],
    ['vht', 160, 10, 9.0309],
    ['eht', 320, 14, 12.0412],
  ] as const)('%s at %d MHz: %d steps, %d dB above those of 20 MHz', (standard, widthMHz, steps, moreDb) => {
    const mode = { standard, widthMHz, streams: 2 };
    const ladder = rateLadder(mode);
    expect(ladder).toHaveLength(steps);
    ladder.forEach((step, i) => {
      const dbm = (least[i] as number) - 5 + moreDb;
      expect(step.rssiDbm).toBeCloseTo(dbm, 3);
      expect(radioLink(dbm + 0.001, mode)).toMatchObject({ mcs: i, phyMbps: step.phyMbps });
      expect(radioLink(dbm - 0.001, mode).mcs).toBe(i === 0 ? null : i - 1);
      expect(rssiFor(step.goodputMbps - 0.01, mode)).toBe(step.rssiDbm);
      expect(rssiFor(step.goodputMbps + 0.01, mode)).toBe(ladder[i + 1]?.rssiDbm ?? Infinity);
    });
  });

  test('goodput: packets of 1538 bytes in bursts of at most 4 ms or 64, 203 µs between, 94 % after acknowledgements', () => {
    const byHand = (mbps: number) => {
      let packets = 1;
      while (packets < 64 && ((packets + 1) * 1538 * 8) / mbps <= 4000) packets++;
      return (0.94 * packets * 1460 * 8) / ((packets * 1538 * 8) / mbps + 203);
    };
    for (const mbps of [1, 3, 6.5, 30, 65, 196, 197, 300, 648.5, 2402, 5764])
      expect(goodput(mbps)).toBeCloseTo(byHand(mbps), 6);
    expect(goodput(648.5)).toBeCloseTo(495.8, 1);
  });

  test.each([
    ['ht', 'eht', '5', 'ht', 40],
    ['vht', 'eht', '5', 'vht', 160],
    ['he', 'eht', '6', 'he', 160],
    ['eht', 'eht', '6', 'eht', 320],
    ['eht', 'vht', '2.4', 'ht', 40],
    ['he', 'he', '2.4', 'he', 160],
  ] as const)('%s with %s at %s GHz is %s, at most %d MHz', (a, b, band, standard, widest) => {
    const end = (s: Standard, streams: number) => ({ standard: s, widthMHz: 320, streams });
    expect(commonMode(end(a, 4), end(b, 2), band)).toEqual({ standard, widthMHz: widest, streams: 2 });
    expect(commonMode(end(b, 1), end(a, 2), band)).toEqual({ standard, widthMHz: widest, streams: 1 });
    expect(commonMode({ ...end(a, 1), widthMHz: 20 }, end(b, 2), band).widthMHz).toBe(20);
  });

  test('no two modes share a key', () => {
    const keys = (['ht', 'vht', 'he', 'eht'] as const).flatMap((standard) =>
      [20, 40, 80, 160, 320].flatMap((widthMHz) =>
        [1, 2, 3, 4, 8].map((streams) => modeKey({ standard, widthMHz, streams })),
      ),
    );
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('channels', () => {
  test.each([
    ['2.4', 1, 20, 2402, 2422],
    ['2.4', 13, 20, 2462, 2482],
    ['2.4', 14, 20, 2474, 2494],
    ['2.4', 6, 40, 2427, 2467],
    ['5', 36, 20, 5170, 5190],
    ['5', 44, 40, 5210, 5250],
    ['5', 64, 160, 5170, 5330],
    ['5', 100, 80, 5490, 5570],
    ['5', 132, 40, 5650, 5690],
    ['5', 165, 20, 5815, 5835],
    ['5', 153, 80, 5735, 5815],
    ['6', 1, 20, 5945, 5965],
    ['6', 37, 320, 5945, 6265],
    ['6', 93, 80, 6345, 6425],
  ] as const)('%s GHz, channel %d, %d MHz wide: %d to %d', (band, channel, widthMHz, low, high) =>
    expect(spanOf(band, channel, widthMHz)).toEqual([low, high]),
  );

  test('channels that only touch do not share spectrum, whichever comes first', () => {
    expect([overlap('5', 36, 20, 40, 20), overlap('5', 40, 20, 36, 20)]).toEqual([false, false]);
    expect([overlap('5', 36, 40, 40, 20), overlap('5', 40, 20, 36, 40)]).toEqual([true, true]);
    expect(overlap('2.4', 1, 20, 5, 20)).toBe(false);
    expect(overlap('2.4', 1, 20, 4, 20)).toBe(true);
  });

  const neighbour = (band: Band, channel: number, share: number): Neighbour => ({
    type: 'neighbour',
    id: `${band}-${channel}`,
    name: 'N',
    band,
    channel,
    widthMHz: 20,
    busyShare: share,
    note: '',
  });

  test('others of another band take nothing; together never more than 95 %', () => {
    const list = [neighbour('5', 36, 0.9), neighbour('5', 36, 0.04), neighbour('6', 37, 0.5)];
    expect(busyShare(list, '5', 36, 20)).toBeCloseTo(0.94, 9);
    expect(busyShare([...list, neighbour('5', 36, 0.02)], '5', 36, 20)).toBe(0.95);
    expect(busyShare(list, '2.4', 1, 20)).toBe(0);
  });

  test.each(['europe', 'britain', 'north-america'] as const)(
    'left alone in %s: clear of radar, at 2.4 GHz 1, 6 or 11',
    (group) => {
      const rules = radioRules[group].bands;
      expect(chosenBy([], group, '2.4', 20)).toEqual({ channel: 1, busyShare: 0 });
      const loud = rules['2.4'].channels
        .filter((c) => c <= 7 && c !== 3)
        .map((c) => neighbour('2.4', c, 0.3));
      // 3 has no neighbour of its own, but is never chosen
      expect(chosenBy(loud, group, '2.4', 20)?.channel).toBe(11);
      const busy = rules['5'].channels.filter((c) => c < 52 && c !== 44).map((c) => neighbour('5', c, 0.2));
      const { channel, busyShare: share } = chosenBy(busy, group, '5', 20) ?? {};
      expect(share).toBe(0);
      expect(channel).toBe(44);
      expect(rules['5'].radar).not.toContain(channel);
    },
  );

  test('what is usual where, as planning data', () => {
    const of = (group: 'europe' | 'north-america', band: Band) => {
      const { channels, eirpDbm, radar, indoorsOnly } = radioRules[group].bands[band];
      return [
        channels[0],
        channels.at(-1),
        channels.length,
        eirpDbm,
        radar[0] ?? null,
        radar.length,
        indoorsOnly,
      ];
    };
    expect(of('europe', '2.4')).toEqual([1, 13, 13, 20, null, 0, false]);
    expect(of('europe', '5')).toEqual([36, 140, 19, 23, 52, 15, false]);
    expect(of('europe', '6')).toEqual([1, 93, 24, 23, null, 0, true]);
    expect(of('north-america', '2.4')).toEqual([1, 11, 11, 36, null, 0, false]);
    expect(of('north-america', '5')).toEqual([36, 165, 25, 30, 52, 16, false]);
    expect(of('north-america', '6')).toEqual([1, 233, 59, 30, null, 0, true]);
    expect(radioRules.britain.bands).toBe(radioRules.europe.bands);
  });

  test('each channel of 5 GHz lies in one part, with its power and whether it may be used outdoors', () => {
    for (const group of ['europe', 'north-america'] as const) {
      const { channels, parts } = radioRules[group].bands['5'];
      for (const c of channels) expect(parts.filter((p) => c >= p.from && c <= p.to)).toHaveLength(1);
    }
    const at = (group: 'europe' | 'north-america', channel: number) => {
      const { eirpDbm, indoorsOnly } = channelRule(group, '5', channel);
      return [eirpDbm, indoorsOnly];
    };
    expect([at('europe', 36), at('europe', 64)]).toEqual([
      [23, true],
      [23, true],
    ]);
    expect([at('europe', 100), at('europe', 140)]).toEqual([
      [30, false],
      [30, false],
    ]);
    expect([at('north-america', 48), at('north-america', 52), at('north-america', 149)]).toEqual([
      [36, false],
      [30, false],
      [36, false],
    ]);
    expect(channelsAt('europe', '5', true)[0]).toBe(100);
    expect(channelsAt('europe', '5', false)[0]).toBe(36);
    expect(channelsAt('north-america', '5', true)).toHaveLength(25);
    expect(channelsAt('europe', '6', true)).toEqual([]);
    expect(channelsAt('europe', '2.4', true)).toHaveLength(13);
  });
});
