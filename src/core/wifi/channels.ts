/** Which channels lie over one another, and how much of a channel's time others take. */
import type { Band, CountryGroup, Neighbour } from '../job/records';
import { channelRule, channelsAt, radioRules } from './radioRules';

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

/** Of a radio that chooses its channel itself: what it is and where it stands. */
export interface ChoosingRadio {
  group: CountryGroup;
  band: Band;
  widthMHz: number;
  /** What it can transmit, dBm. */
  eirpDbm: number;
  outdoors: boolean;
}

/**
 * The channel that a unit left to itself takes, and how busy it is: the least busy of those usual in
 * the country group, the lowest of equals. Channels that are not for the place are left out; those
 * that allow its full power go before those that don't. Radar channels are passed over: the unit may
 * have to leave. @returns null where no channel may be used: 6 GHz outdoors.
 */
export function quietestChannel(
  neighbours: readonly Neighbour[],
  radio: ChoosingRadio,
): { channel: number; busyShare: number } | null {
  const known = quietest.get(neighbours) ?? new Map<string, ReturnType<typeof leastBusy>>();
  quietest.set(neighbours, known);
  const key = Object.values(radio).join(' ');
  const found = known.get(key);
  if (found !== undefined) return found;
  const made = leastBusy(neighbours, radio);
  known.set(key, made);
  return made;
}

/** Answers of `quietestChannel`: a job's list of neighbours is never changed in place. */
const quietest = new WeakMap<readonly Neighbour[], Map<string, ReturnType<typeof leastBusy>>>();

function leastBusy(
  neighbours: readonly Neighbour[],
  { group, band, widthMHz, eirpDbm, outdoors }: ChoosingRadio,
): { channel: number; busyShare: number } | null {
  const { radar } = radioRules[group].bands[band];
  const allowed = channelsAt(group, band, outdoors);
  const atFullPower = allowed.filter((c) => channelRule(group, band, c).eirpDbm >= eirpDbm);
  const open = atFullPower.length ? atFullPower : allowed;
  const usual = open.filter((c) => (band === '2.4' ? clear24[group].includes(c) : !radar.includes(c)));
  return (usual.length ? usual : open)
    .map((channel) => ({ channel, busyShare: busyShare(neighbours, band, channel, widthMHz) }))
    .reduce<{ channel: number; busyShare: number } | null>(
      (least, c) => (least === null || c.busyShare < least.busyShare ? c : least),
      null,
    );
}
