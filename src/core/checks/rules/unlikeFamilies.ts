import type { SnagRule } from '../snag';

/** Two units joined over the air that are not of one family (planning: units of different makers rarely mesh). */
export const unlikeFamilies: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const hop = hops.at(-1);
    if (!hop?.wireless || hop.to.unit.id !== unit.id || hop.to.product.kind === 'extender') return [];
    const [a, b] = [hop.from.product.family, hop.to.product.family];
    return a !== b || a === ''
      ? {
          what: `${unit.letter} and ${hop.from.unit.letter} are not of one family`,
          why: 'Units of different makers rarely mesh: only a plain repeat is sure, and phones are not steered.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
