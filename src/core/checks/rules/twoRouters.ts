import type { SnagRule } from '../snag';

/** A main unit behind the old router: two routers in a row. */
export const twoRouters: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) => {
    const router = hops[0]?.from;
    return product.kind === 'main' && router?.product.kind === 'router'
      ? {
          what: `${unit.letter} would route behind ${router.unit.letter}, which routes already`,
          why: 'Devices on one router cannot reach devices on the other. Set the old router to bridge mode, or the new one to access point mode.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
