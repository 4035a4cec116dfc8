/**
 * Radio rules by country group, as planning data: what is usual there, to be checked against the
 * local rules before anything is set. Powers are EIRP; channels are primary 20 MHz channels.
 */
import type { Band, CountryGroup } from '../job/records';

export interface BandRule {
  channels: number[];
  /** Most EIRP, dBm. */
  eirpDbm: number;
  /** Channels on which a unit must listen for radar first. */
  radar: number[];
  indoorsOnly: boolean;
  /** Parts of a band that have rules of their own: from and to a channel. None = the whole is as above. */
  parts: { from: number; to: number; eirpDbm: number; indoorsOnly: boolean }[];
}

const run = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

const europe: Record<Band, BandRule> = {
  '2.4': { channels: run(1, 13, 1), eirpDbm: 20, radar: [], indoorsOnly: false, parts: [] },
  '5': {
    channels: [...run(36, 64, 4), ...run(100, 140, 4)],
    eirpDbm: 23,
    radar: [...run(52, 64, 4), ...run(100, 140, 4)],
    indoorsOnly: false,
    // Commission Implementing Decision (EU) 2022/179; above 5470 MHz with transmit power control
    parts: [
      { from: 36, to: 64, eirpDbm: 23, indoorsOnly: true },
      { from: 100, to: 140, eirpDbm: 30, indoorsOnly: false },
    ],
  },
  '6': { channels: run(1, 93, 4), eirpDbm: 23, radar: [], indoorsOnly: true, parts: [] },
};

export const radioRules: Record<CountryGroup, { name: string; bands: Record<Band, BandRule> }> = {
  europe: { name: 'Europe', bands: europe },
  britain: { name: 'Britain', bands: europe },
  'north-america': {
    name: 'North America',
    bands: {
      '2.4': { channels: run(1, 11, 1), eirpDbm: 36, radar: [], indoorsOnly: false, parts: [] },
      '5': {
        channels: [...run(36, 64, 4), ...run(100, 144, 4), ...run(149, 165, 4)],
        eirpDbm: 30,
        radar: [...run(52, 64, 4), ...run(100, 144, 4)],
        indoorsOnly: false,
        // 47 CFR 15.407, power conducted and 6 dBi
        parts: [
          { from: 36, to: 48, eirpDbm: 36, indoorsOnly: false },
          { from: 52, to: 144, eirpDbm: 30, indoorsOnly: false },
          { from: 149, to: 165, eirpDbm: 36, indoorsOnly: false },
        ],
      },
      '6': { channels: run(1, 233, 4), eirpDbm: 30, radar: [], indoorsOnly: true, parts: [] },
    },
  },
};

/** What counts on one channel: the rules of its part of the band, or of the band. */
export function channelRule(
  group: CountryGroup,
  band: Band,
  channel: number,
): Pick<BandRule, 'eirpDbm' | 'indoorsOnly'> {
  const rule = radioRules[group].bands[band];
  const part = rule.parts.find((p) => channel >= p.from && channel <= p.to);
  return part ?? rule;
}

/** Channels that may be used at a place. */
export const channelsAt = (group: CountryGroup, band: Band, outdoors: boolean): number[] =>
  radioRules[group].bands[band].channels.filter(
    (c) => !(outdoors && channelRule(group, band, c).indoorsOnly),
  );
