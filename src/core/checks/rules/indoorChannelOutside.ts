import { putOne } from '../../job/edits';
import { channelRule, channelsAt, radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** A unit outdoors on a channel of 5 GHz that is for indoors only, or free to choose one (by country group). */
export const indoorChannelOutside: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product, outdoors }) => {
    const group = job.info.countryGroup;
    if (!outdoors || !product.radios.some((r) => r.band === '5')) return [];
    const channel = unit.channels['5'];
    const open = channelsAt(group, '5', true);
    if (open.length === radioRules[group].bands['5'].channels.length) return [];
    if (channel !== null && !channelRule(group, '5', channel).indoorsOnly) return [];
    const [first = null] = open;
    return {
      what:
        channel === null
          ? `${unit.letter} chooses its 5 GHz channel outdoors, where some are for indoors only`
          : `${unit.letter} is outdoors on channel ${channel}, which is for indoors only in ${radioRules[group].name}`,
      why: 'Set the unit to outdoor use on its web page, or set a channel that is allowed outdoors. It may listen for radar first.',
      sure: channel === null ? 'possible' : 'certain',
      recordId: unit.id,
      repair:
        first === null
          ? null
          : putOne(`Set ${unit.letter} to channel ${first}`, {
              ...unit,
              channels: { ...unit.channels, '5': first },
            }),
    };
  });
