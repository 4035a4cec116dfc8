import type { SnagRule } from '../snag';

/** Two units joined over the air that are not of one family (planning: units of different makers rarely mesh). */
export const unlikeFamilies: SnagRule = ({ network }) =>
  network.feeds.flatMap(({ unit, hops }) => {
    const hop = hops.at(-1);
    if (!hop?.wireless || hop.to.unit.id !== unit.id || hop.to.kit.kind === 'extender') return [];
    const [a, b] = [hop.from.kit.family, hop.to.kit.family];
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
