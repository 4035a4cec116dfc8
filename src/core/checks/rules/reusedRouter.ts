import type { SnagRule } from '../snag';

/** A found unit that is still in the plan although a new one does its work: reset it first. */
export const reusedRouter: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    unit.found && product.kind === 'router' && hops.length > 0
      ? {
          what: `${unit.letter}, the old router, is used behind another unit`,
          why: 'Reset it first. Set it to access point mode, with its DHCP server off. Then connect it.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
