import type { SnagRule } from '../snag';

/** A unit that takes its power over its cable, and has none: it is planned over the air. */
export const noPowerCable: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) => {
    const hop = hops.at(-1);
    return product.poeIn && hop && hop.link.medium !== 'ethernet'
      ? {
          what: `${unit.letter} takes its power over a cable that is not in the plan`,
          why: 'Even when its data goes another way, it needs a cable with power, or its own injector at a socket.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
