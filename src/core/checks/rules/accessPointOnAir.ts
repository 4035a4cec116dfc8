import type { SnagRule } from '../snag';

/** An access point fed over the air: it is made for a wire. */
export const accessPointOnAir: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    (product.kind === 'access-point' || product.kind === 'plate') && hops.at(-1)?.wireless
      ? {
          what: `${unit.letter} is an access point and is planned with a wireless uplink`,
          why: 'It is made for an uplink by cable. Use a mesh node here, or lay the cable.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
