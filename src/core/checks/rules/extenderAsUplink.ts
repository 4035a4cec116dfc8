import type { SnagRule } from '../snag';

/** A plain extender cannot be a link of a mesh for another unit. */
export const extenderAsUplink: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const via = hops.slice(1).find((h) => h.from.product.kind === 'extender')?.from;
    return via
      ? {
          what: `${unit.letter} hangs on the extender ${via.unit.letter}`,
          why: 'An extender repeats; it is not made to feed another unit, and the rate is quartered.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
