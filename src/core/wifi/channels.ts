/** Which channels lie over one another, and how much of a channel's time others take. */
import type { Band, CountryGroup, Neighbour } from '../job/records';
import { radioRules } from './radioRules';

/**
 * The part of the spectrum, MHz, that a channel of a width takes (standard: IEEE 802.11 channel
 * numbering). At 2.4 GHz the primary is at the middle of 20 MHz and 40 MHz reaches upwards; at 5 and
 * 6 GHz wider channels are fixed blocks that hold the primary. Example: 5 GHz, 36, 80 → 5170 to 5250.
 */
export function spanOf(band: Band, channel: number, widthMHz: number): [number, number] {
  if (band === '2.4') {
    const middle = channel === 14 ? 2484 : 2407 + 5 * channel;
    return [middle - 10, middle - 10 + Math.max(20, widthMHz)];
  }
  const [base, first] = band === '5' ? [5000, channel >= 149 ? 149 : channel >= 100 ? 100 : 36] : [5950, 1];
  const low = base + 5 * first - 10;
  const block = Math.floor((5 * (channel - first)) / widthMHz);
  return [low + block * widthMHz, low + (block + 1) * widthMHz];
}

/** Do two channels of a band share spectrum? */
export function overlap(band: Band, a: number, widthA: number, b: number, widthB: number): boolean {
  const [a0, a1] = spanOf(band, a, widthA);
  const [b0, b1] = spanOf(band, b, widthB);
  return a0 < b1 && b0 < a1;
}

/** Most of a channel's time that others are ever taken to use (planning): they give way too. */
const mostBusy = 0.95;

/** Share of the time that others use the spectrum of a channel, 0 … 0.95: what was measured, added up. */
export function busyShare(
  neighbours: readonly Neighbour[],
  band: Band,
  channel: number,
  widthMHz: number,
): number {
  const sum = neighbours
    .filter((n) => n.band === band && overlap(band, channel, widthMHz, n.channel, n.widthMHz))
    .reduce((all, n) => all + n.busyShare, 0);
  return Math.min(mostBusy, sum);
}

/** At 2.4 GHz only channels that keep clear of one another are chosen (custom: three of them). */
const clear24: Record<CountryGroup, readonly number[]> = {
  europe: [1, 6, 11],
  britain: [1, 6, 11],
  'north-america': [1, 6, 11],
};

/**
 * The channel that a unit left to itself takes, and how busy it is: the least busy of those usual in
 * the country group, the lowest of equals. Radar channels are passed over: the unit may have to leave.
 */
export function quietestChannel(
  neighbours: readonly Neighbour[],
  group: CountryGroup,
  band: Band,
  widthMHz: number,
): { channel: number; busyShare: number } {
  const known = quietest.get(neighbours) ?? new Map<string, { channel: number; busyShare: number }>();
  quietest.set(neighbours, known);
  const key = `${group} ${band} ${widthMHz}`;
  const found = known.get(key) ?? leastBusy(neighbours, group, band, widthMHz);
  known.set(key, found);
  return found;
}

/** Answers of `quietestChannel`: a job's list of neighbours is never changed in place. */
const quietest = new WeakMap<readonly Neighbour[], Map<string, { channel: number; busyShare: number }>>();

function leastBusy(
  neighbours: readonly Neighbour[],
  group: CountryGroup,
  band: Band,
  widthMHz: number,
): { channel: number; busyShare: number } {
  const rule = radioRules[group].bands[band];
  const usual = rule.channels.filter((c) =>
    band === '2.4' ? clear24[group].includes(c) : !rule.radar.includes(c),
  );
  const list = (usual.length ? usual : rule.channels).map((channel) => ({
    channel,
    busyShare: busyShare(neighbours, band, channel, widthMHz),
  }));
  return list.reduce((best, c) => (c.busyShare < best.busyShare ? c : best));
}
