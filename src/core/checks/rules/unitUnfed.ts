import type { SnagRule } from '../snag';

/** A planned unit that nothing feeds. */
export const unitUnfed: SnagRule = ({ network }) =>
  network.withoutUplink.map(({ unit, why }) => ({
    what: `${unit.letter} has no uplink`,
    why: `${why[0]?.toUpperCase() ?? ''}${why.slice(1)}.`,
    sure: 'certain' as const,
    recordId: unit.id,
    repair: null,
  }));
