import type { SnagRule } from '../snag';

/** An access point fed over the air: it is made for a wire. */
export const accessPointOnAir: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    product.kind === 'access-point' && hops.at(-1)?.wireless
      ? {
          what: `${unit.letter} is an access point and is planned over the air`,
          why: 'It is made to be fed by a cable; take a mesh node here, or lay the cable.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
