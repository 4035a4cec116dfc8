import type { SnagRule } from '../snag';

/** A plain extender cannot be a link of a mesh for another unit. */
export const extenderAsUplink: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const via = hops.slice(1).find((h) => h.from.product.kind === 'extender')?.from;
    return via
      ? {
          what: `${unit.letter} has the extender as its uplink: ${via.unit.letter}`,
          why: 'An extender repeats the signal. It is not made as the uplink of another unit, and the rate falls to a quarter.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
