import type { SnagRule } from '../snag';

/** Two units joined over the air that are not of one family (planning: units of different makers rarely mesh). */
export const unlikeFamilies: SnagRule = ({ network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const hop = hops.at(-1);
    if (!hop?.wireless || hop.to.unit.id !== unit.id || hop.to.product.kind === 'extender') return [];
    const [a, b] = [hop.from.product.family, hop.to.product.family];
    if (a === b && a !== '') return [];
    // a router of no family knows no way to feed a node over the air
    const isNone = a === '' || b === '';
    const alone = (a === '' ? hop.from : hop.to).unit.letter;
    return {
      what: `${unit.letter} and ${hop.from.unit.letter} are of different product families`,
      why: isNone
        ? `${alone} is of no product family. Only an extender can link to it wirelessly. Use cable, coax or powerline.`
        : 'Units of different makers rarely mesh. Only plain repeating is certain, without steering of phones.',
      sure: isNone ? ('certain' as const) : ('likely' as const),
      recordId: unit.id,
      repair: null,
    };
  });
