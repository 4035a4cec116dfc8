import { get } from '../../job/job';
import type { Band, Unit } from '../../job/records';
import { channelRule, channelsAt, radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** A radio that sends with more than is allowed on its channel, or, where it chooses itself, on any (check the local rules). */
export const tooLoud: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, outdoors }) => {
    const product = get(job, 'kit', unit.kitId);
    const group = job.info.countryGroup;
    const limitOf = (band: Band, channels: Unit['channels']) => {
      const channel = channels[band];
      const usable = channel === null ? channelsAt(group, band, outdoors) : [channel];
      // where none may be used another rule says so
      return usable.length ? Math.max(...usable.map((c) => channelRule(group, band, c).eirpDbm)) : Infinity;
    };
    // a radio that joins units has a channel of its own
    const own = job.links.find((l) => l.radio === 'dedicated' && l.unitId === unit.id)?.channel ?? null;
    const radio = product.radios.find((r) => {
      const channels = r.use === 'backhaul' ? { ...unit.channels, [r.band]: own } : unit.channels;
      return r.eirpDbm > limitOf(r.band, channels);
    });
    if (!radio) return [];
    const channels = radio.use === 'backhaul' ? { ...unit.channels, [radio.band]: own } : unit.channels;
    const where = channels[radio.band] === null ? '' : ` on channel ${channels[radio.band]}`;
    return {
      what: `${product.name} transmits ${radio.eirpDbm} dBm at ${radio.band} GHz, ${radioRules[group].name} allows ${limitOf(radio.band, channels)}${where}`,
      why: 'The prediction reckons with what is allowed. Check the data sheet and the local rules, and set the power on the unit’s page.',
      sure: 'possible',
      recordId: unit.id,
      repair: null,
    };
  });
