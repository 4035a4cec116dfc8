import { putOne } from '../../job/edits';
import { bands } from '../../job/records';
import { radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** A unit set to a channel that radar may claim (standard, by country group). */
export const radarChannel: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const rules = radioRules[job.info.countryGroup].bands;
    const band = bands.find((b) => rules[b].radar.includes(unit.channels[b] ?? -1));
    return band
      ? {
          what: `${unit.letter} is set to channel ${unit.channels[band]}, a DFS channel`,
          why: 'On a DFS channel the unit listens for a minute first, and leaves at once when it detects radar.',
          sure: 'possible',
          recordId: unit.id,
          repair: putOne(`Let ${unit.letter} choose its channel`, {
            ...unit,
            channels: { ...unit.channels, [band]: null },
          }),
        }
      : [];
  });
