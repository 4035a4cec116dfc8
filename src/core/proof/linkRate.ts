/** A link rate as a device shows it, decoded: what the two ends spoke, and whether the device is at its end. */
import type { Device, Standard } from '../job/records';
import {
  linkRateMatches,
  mcsOf,
  type PhyRateInput,
  phyRate,
  guardIntervalsUs,
  widthsOf,
} from '../wifi/phyRate';
import { goodput } from '../wifi/radioLink';

/** Generations in the words of the standard's letters. */
export const standardWords: Record<Standard, string> = { ht: 'n', vht: 'ac', he: 'ax', eht: 'be' };
const rank: Record<Standard, number> = { ht: 0, vht: 1, he: 2, eht: 3 };

export interface DecodedRate {
  /** Ways to come to the rate that the device knows, likeliest first. */
  matches: (PhyRateInput & { mbps: number })[];
  /** In words; says so where it fits nothing. */
  words: string;
  /** The device spoke as fast as it can: a better place would not raise the rate. */
  atDeviceTop: boolean;
  /** What a download can show over such a link, Mbps. */
  goodputMbps: number;
}

const widest = (device: Device): number => Math.max(...Object.values(device.widthMHz).map((w) => w ?? 0), 20);

/** The fastest link rate of a device, Mbps, at its widest channel. */
export function topRate(device: Device): number {
  const width = Math.max(...widthsOf(device.standard).filter((w) => w <= widest(device)));
  const mcs = mcsOf(device.standard, width).at(-1) ?? 0;
  const guardIntervalUs = guardIntervalsUs[device.standard][0] ?? 0.8;
  return phyRate({
    standard: device.standard,
    widthMHz: width,
    streams: device.streams,
    mcs,
    guardIntervalUs,
  });
}

/**
 * Decodes a link rate for a device. Of several ways, that with the device's own standard, most of its
 * streams, widest channel and shortest guard interval is taken as likeliest.
 * @param device null = unknown: all ways count.
 * Example: 866 for a two-stream ac phone → ac, 80 MHz, 2 streams, MCS 9.
 */
export function decodeRate(mbps: number, device: Device | null): DecodedRate {
  const able = linkRateMatches(mbps).filter(
    (m) =>
      !device ||
      (rank[m.standard] <= rank[device.standard] &&
        m.streams <= device.streams &&
        m.widthMHz <= widest(device)),
  );
  const matches = able.sort(
    (a, b) =>
      rank[b.standard] - rank[a.standard] ||
      b.streams - a.streams ||
      b.widthMHz - a.widthMHz ||
      a.guardIntervalUs - b.guardIntervalUs ||
      Math.abs(a.mbps - mbps) - Math.abs(b.mbps - mbps),
  );
  const [first] = matches;
  const goodputMbps = goodput(first?.mbps ?? mbps);
  if (!first)
    return {
      matches,
      words: `${mbps} Mbps is no link rate that ${device?.name ?? 'a device'} can have. Is it a download?`,
      atDeviceTop: false,
      goodputMbps,
    };
  const atDeviceTop = device !== null && first.mbps >= topRate(device) - 1;
  const more = matches.length - 1;
  return {
    matches,
    words: `${standardWords[first.standard]}, ${first.widthMHz} MHz, ${first.streams} ${first.streams === 1 ? 'stream' : 'streams'}, MCS ${first.mcs}${more ? ` (or ${more} other ${more === 1 ? 'way' : 'ways'})` : ''}${atDeviceTop ? ': as fast as this device goes' : ''}`,
    atDeviceTop,
    goodputMbps,
  };
}
