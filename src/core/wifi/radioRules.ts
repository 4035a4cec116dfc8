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
}

const run = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

const europe: Record<Band, BandRule> = {
  '2.4': { channels: run(1, 13, 1), eirpDbm: 20, radar: [], indoorsOnly: false },
  '5': {
    channels: [...run(36, 64, 4), ...run(100, 140, 4)],
    eirpDbm: 23,
    radar: [...run(52, 64, 4), ...run(100, 140, 4)],
    indoorsOnly: false,
  },
  '6': { channels: run(1, 93, 4), eirpDbm: 23, radar: [], indoorsOnly: true },
};

export const radioRules: Record<CountryGroup, { name: string; bands: Record<Band, BandRule> }> = {
  europe: { name: 'Europe', bands: europe },
  britain: { name: 'Britain', bands: europe },
  'north-america': {
    name: 'North America',
    bands: {
      '2.4': { channels: run(1, 11, 1), eirpDbm: 36, radar: [], indoorsOnly: false },
      '5': {
        channels: [...run(36, 64, 4), ...run(100, 144, 4), ...run(149, 165, 4)],
        eirpDbm: 30,
        radar: [...run(52, 64, 4), ...run(100, 144, 4)],
        indoorsOnly: false,
      },
      '6': { channels: run(1, 233, 4), eirpDbm: 30, radar: [], indoorsOnly: true },
    },
  },
};
