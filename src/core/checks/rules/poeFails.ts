import { lengthText } from '../../geometry/lengthWords';
import { poePort } from '../../media/poe';
import { cables } from '../near';
import type { SnagRule } from '../snag';

const words = {
  device: 'it needs more than this PoE type gives',
  cable: 'this cable cannot carry so much power',
  port: 'the cable loss is too high for the port',
};

/** A unit fed over its cable that would not get its power (standard: IEEE 802.3 af/at/bt). */
export const poeFails: SnagRule = ({ job, planned }) =>
  cables(job).flatMap(({ link, to, letter }) => {
    const product = planned.find((p) => p.unit.id === to.id)?.product;
    if (link.medium !== 'ethernet' || !product?.poeIn || link.category === null) return [];
    const { reason } = poePort(product.poeIn, product.powerW, link.lengthM ?? 0, link.category);
    return reason
      ? {
          what: `${letter} would not get its ${product.powerW} W over ${lengthText(link.lengthM ?? 0, job.info.lengths, 0)} of cable`,
          why: `With ${product.poeIn}, ${words[reason]}. Use a shorter or thicker cable, or a local power supply.`,
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
