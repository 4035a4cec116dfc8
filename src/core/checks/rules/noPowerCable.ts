import type { SnagRule } from '../snag';

/** A unit that takes its power over its cable, and has none: it is planned over the air. */
export const noPowerCable: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) => {
    const hop = hops.at(-1);
    return product.poeIn && hop && hop.link.medium !== 'ethernet'
      ? {
          what: `${unit.letter} needs PoE, and its cable is not in the plan`,
          why: 'Even when its data uses another link, it needs a cable with PoE, or an injector at a socket.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
