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
          what: `${unit.letter} is set to channel ${unit.channels[band]}, which radar may claim`,
          why: 'It must listen a minute before it sends, and leave at once when radar is heard.',
          sure: 'possible',
          recordId: unit.id,
          repair: putOne(`Let ${unit.letter} choose its channel`, {
            ...unit,
            channels: { ...unit.channels, [band]: null },
          }),
        }
      : [];
  });
