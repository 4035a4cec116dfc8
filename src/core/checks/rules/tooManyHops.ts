import type { SnagRule } from '../snag';

/** More than two hops over the air to a unit (planning). */
export const tooManyHops: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const count = hops.filter((h) => h.wireless).length;
    return count > 2
      ? {
          what: `${unit.letter} is ${count} wireless hops away`,
          why: 'Each hop on a shared radio halves the rate. Use a cable, or an uplink nearer the main unit.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
