import type { SnagRule } from '../snag';

/** An indoor unit in the open. */
export const indoorUnitOutside: SnagRule = ({ planned }) =>
  planned.flatMap(({ unit, product, outdoors }) =>
    outdoors && !product.weatherproof
      ? {
          what: `${unit.letter} stands outdoors and is not made for it`,
          why: 'Rain and frost end it. An outdoor unit, or a place behind a window, is needed.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
