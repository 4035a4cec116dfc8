import type { Job } from '../job/job';
import type { Product, Radio, Unit } from '../job/records';
import { isOutdoors } from '../job/site';
import { busyShare, quietestChannel } from '../wifi/channels';
import { channelRule } from '../wifi/radioRules';

/**
 * The channel that one radio of a unit works on, and how busy neighbours keep it: as set, else the one that it
 * would choose; null where none may be used.
 */
export function channelOfRadio(
  job: Job,
  unit: Pick<Unit, 'storeyId'>,
  { band, widthMHz, eirpDbm }: Pick<Radio, 'band' | 'widthMHz' | 'eirpDbm'>,
  set: number | null,
): { channel: number; busyShare: number } | null {
  const { neighbours, info } = job;
  if (set !== null) return { channel: set, busyShare: busyShare(neighbours, band, set, widthMHz) };
  const place = { group: info.countryGroup, outdoors: isOutdoors(job, unit) };
  return quietestChannel(neighbours, { ...place, band, widthMHz, eirpDbm });
}

/** The channel set on the radio that joins a unit to others over the air. */
const ownChannelOf = (job: Job, unit: Pick<Unit, 'id'>): number | null =>
  job.links.find((l) => l.radio === 'dedicated' && [l.unitId, l.fromUnitId].includes(unit.id))?.channel ??
  null;

/**
 * A unit's product as it works where it stands: its access radios as wide as the unit is set, never wider than
 * the product can; each radio with no more power than its channel allows, dBm; none where no channel may be used.
 */
export function productAsSet(job: Job, product: Product, unit: Unit): Product {
  const asSet = (r: Radio): Radio | null => {
    const isAccess = r.use === 'access';
    const width = isAccess ? unit.widths[r.band] : null;
    const widthMHz = width !== null && width < r.widthMHz ? width : r.widthMHz;
    const set = isAccess ? unit.channels[r.band] : ownChannelOf(job, unit);
    const channel = channelOfRadio(job, unit, { ...r, widthMHz }, set)?.channel;
    if (channel === undefined) return null;
    const eirpDbm = Math.min(r.eirpDbm, channelRule(job.info.countryGroup, r.band, channel).eirpDbm);
    return widthMHz === r.widthMHz && eirpDbm === r.eirpDbm ? r : { ...r, widthMHz, eirpDbm };
  };
  const radios = product.radios.map(asSet);
  return radios.every((r, i) => r === product.radios[i])
    ? product
    : { ...product, radios: radios.filter((r) => r !== null) };
}
