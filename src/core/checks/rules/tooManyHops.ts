import type { SnagRule } from '../snag';

/** More than two hops over the air to a unit (planning). */
export const tooManyHops: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const count = hops.filter((h) => h.wireless).length;
    return count > 2
      ? {
          what: `${unit.letter} is ${count} hops over the air away`,
          why: 'Each repeat on a shared radio halves what is left; feed it by a wire or from nearer the main unit.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
