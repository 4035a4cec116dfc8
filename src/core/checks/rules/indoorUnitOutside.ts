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
        ? `${unit.letter} stands outdoors with IP ${product.ipRating}: not enough against rain`
        : `${unit.letter} stands outdoors and is not weatherproof`,
      why: product.weatherproof
        ? 'Outdoors the second digit of the IP rating must be 4 or more. Use a better rated unit, or a place behind a window.'
        : 'Rain and frost damage it. Use an outdoor unit, or a place behind a window.',
      sure: 'certain',
      recordId: unit.id,
      repair: null,
    };
  });
