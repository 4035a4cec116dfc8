import fc from 'fast-check';
import type { Band, CountryGroup, Neighbour } from '../job/records';
import { goodputIn, noiseFloorDbm, quietAir, rssiIn } from './airTime';
import { busyShare, overlap, quietestChannel, spanOf } from './channels';
import { radioLink } from './radioLink';

const mode = { standard: 'he', widthMHz: 80, streams: 2 } as const;
const near = (
  band: Neighbour['band'],
  channel: number,
  widthMHz: Neighbour['widthMHz'],
  share: number,
): Neighbour => ({
  type: 'neighbour',
  id: `${band}-${channel}`,
  name: 'N',
  band,
  channel,
  widthMHz,
  busyShare: share,
  note: '',
});

/** What a radio of a usual power indoors chooses. */
const chosenBy = (list: readonly Neighbour[], group: CountryGroup, band: Band, widthMHz: number) =>
  quietestChannel(list, { group, band, widthMHz, eirpDbm: 20, outdoors: false });

test('noise floor: −174 + 10 log10(20 MHz) + 7 = −94 dBm', () => {
  expect(noiseFloorDbm(20)).toBeCloseTo(-93.99, 2);
});

test('quiet air gives the plain goodput; a duty-cycled noise mixes two rates', () => {
  expect(goodputIn(quietAir, -63, mode)).toBeCloseTo(495.8, 1);
  const air = { share: 0.8, duty: 0.5, riseDb: 10 };
  const mixed = 0.8 * (0.5 * radioLink(-63, mode).goodputMbps + 0.5 * radioLink(-73, mode).goodputMbps);
  expect(goodputIn(air, -63, mode)).toBeCloseTo(mixed, 6);
});

test('the signal asked for is the least that gives the goodput, in any air', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 700, noNaN: true }),
      fc.record({
        share: fc.double({ min: 0.05, max: 1, noNaN: true }),
        duty: fc.double({ min: 0, max: 1, noNaN: true }),
        riseDb: fc.integer({ min: 0, max: 40 }),
      }),
      (mbps, air) => {
        const dbm = rssiIn(air, mode)(mbps);
        if (dbm === Infinity) return goodputIn(air, 30, mode) < mbps;
        return goodputIn(air, dbm, mode) >= mbps - 1e-6 && goodputIn(air, dbm - 0.01, mode) < mbps;
      },
    ),
  );
});

test('channels: 5 GHz 36 at 80 MHz is 5170 to 5250; 2.4 GHz 1 and 6 keep clear, 1 and 3 do not', () => {
  expect(spanOf('5', 36, 80)).toEqual([5170, 5250]);
  expect(spanOf('5', 48, 80)).toEqual([5170, 5250]);
  expect(spanOf('5', 149, 80)).toEqual([5735, 5815]);
  expect(spanOf('6', 5, 160)).toEqual([5945, 6105]);
  expect(overlap('2.4', 1, 20, 6, 20)).toBe(false);
  expect(overlap('2.4', 1, 20, 3, 20)).toBe(true);
  expect(overlap('5', 36, 80, 44, 20)).toBe(true);
  expect(overlap('5', 36, 40, 44, 20)).toBe(false);
});

test('what neighbours take adds up over the spectrum, and never all of it', () => {
  const list = [
    near('5', 36, 20, 0.4),
    near('5', 44, 40, 0.3),
    near('5', 100, 20, 0.9),
    near('2.4', 6, 20, 0.5),
  ];
  expect(busyShare(list, '5', 36, 20)).toBeCloseTo(0.4, 9);
  expect(busyShare(list, '5', 36, 80)).toBeCloseTo(0.7, 9);
  expect(busyShare([...list, near('5', 40, 20, 0.6)], '5', 36, 80)).toBe(0.95);
});

test('the quietest channel: one of those that keep clear, none with radar', () => {
  const list = [
    near('2.4', 1, 20, 0.3),
    near('2.4', 6, 20, 0.2),
    near('2.4', 11, 20, 0.5),
    near('5', 36, 80, 0.5),
  ];
  expect(chosenBy(list, 'europe', '2.4', 20)).toEqual({ channel: 6, busyShare: 0.2 });
  expect(chosenBy(list, 'europe', '5', 80)).toEqual({ channel: 36, busyShare: 0.5 });
  expect(chosenBy(list, 'north-america', '5', 80)).toEqual({ channel: 149, busyShare: 0 });
  expect(chosenBy([], 'britain', '6', 160)?.busyShare).toBe(0);
});

describe('a radio that chooses its channel itself', () => {
  const free = (band: Band, eirpDbm: number, outdoors: boolean, group: CountryGroup = 'europe') =>
    quietestChannel([], { group, band, widthMHz: 80, eirpDbm, outdoors });

  test('outdoors it takes none that is for indoors only, and at 6 GHz none at all', () => {
    expect(free('5', 23, false)?.channel).toBe(36);
    expect(free('5', 23, true)?.channel).toBe(100);
    expect(free('6', 23, false)?.channel).toBe(1);
    expect(free('6', 23, true)).toBeNull();
    expect(free('5', 23, true, 'north-america')?.channel).toBe(36);
  });

  test('one that is loud takes a channel that allows its power, and where none does any', () => {
    expect(free('5', 27, false)?.channel).toBe(100);
    expect(free('5', 35, false, 'north-america')?.channel).toBe(36);
    expect(free('5', 40, false)?.channel).toBe(36);
  });
});
