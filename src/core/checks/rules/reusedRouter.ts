import type { SnagRule } from '../snag';

/** A found unit that is still in the plan although a new one does its work: reset it first. */
export const reusedRouter: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    unit.found && product.kind === 'router' && hops.length > 0
      ? {
          what: `${unit.letter}, the old router, is used again behind another unit`,
          why: 'Reset it and set it to access point, with its own address service off, before it is joined.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
