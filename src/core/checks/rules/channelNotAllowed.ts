import { putOne } from '../../job/edits';
import { bands } from '../../job/records';
import { radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** A unit set to a channel outside those of its country group. */
export const channelNotAllowed: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const rules = radioRules[job.info.countryGroup];
    const band = bands.find((b) => {
      const channel = unit.channels[b];
      return channel !== null && !rules.bands[b].channels.includes(channel);
    });
    return band
      ? {
          what: `${unit.letter} is set to channel ${unit.channels[band]} at ${band} GHz, not allowed in ${rules.name}`,
          why: 'Check the local rules. Other channels may be forbidden, and devices may not receive them.',
          sure: 'likely',
          recordId: unit.id,
          repair: putOne(`Let ${unit.letter} choose its channel`, {
            ...unit,
            channels: { ...unit.channels, [band]: null },
          }),
        }
      : [];
  });
