import { poePort } from '../../media/poe';
import { cables } from '../near';
import type { SnagRule } from '../snag';

const words = {
  device: 'it wants more than this type of feeding gives',
  cable: 'no current brings it so much over this cable',
  port: 'the cable loses so much that the port would have to give more than it can',
};

/** A unit fed over its cable that would not get its power (standard: IEEE 802.3 af/at/bt). */
export const poeFails: SnagRule = ({ job, planned }) =>
  cables(job).flatMap(({ link, to, letter }) => {
    const product = planned.find((p) => p.unit.id === to.id)?.product;
    if (link.medium !== 'ethernet' || !product?.poeIn || link.category === null) return [];
    const { reason } = poePort(product.poeIn, product.powerW, link.lengthM ?? 0, link.category);
    return reason
      ? {
          what: `${letter} would not get its ${product.powerW} W over ${Math.round(link.lengthM ?? 0)} m of cable`,
          why: `With ${product.poeIn}, ${words[reason]}. A shorter or thicker cable, or power beside it.`,
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
