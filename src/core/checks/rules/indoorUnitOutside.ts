import type { SnagRule } from '../snag';

/** Second figure of the rating: water splashed from all sides does no harm (IEC 60529). */
const splashProof = 4;

/** An indoor unit in the open, or one whose rating keeps too little water out. */
export const indoorUnitOutside: SnagRule = ({ planned }) =>
  planned.flatMap(({ unit, product, outdoors }) => {
    const isDry = product.ipRating % 10 >= splashProof;
    if (!outdoors || (product.weatherproof && isDry)) return [];
    return {
      what: product.weatherproof
        ? `${unit.letter} stands outdoors with IP ${product.ipRating}: rain gets in`
        : `${unit.letter} stands outdoors and is not made for it`,
      why: product.weatherproof
        ? 'Outdoors the second figure of the rating is 4 or more. A unit with a better one, or a place behind a window, is needed.'
        : 'Rain and frost end it. An outdoor unit, or a place behind a window, is needed.',
      sure: 'certain',
      recordId: unit.id,
      repair: null,
    };
  });
