import type { SnagRule } from '../snag';

/** A plan without a unit that can be the main one. */
export const noMain: SnagRule = ({ job, planned }) =>
  planned.length > 0 && !planned.some(({ product }) => product.kind === 'main' || product.kind === 'router')
    ? [
        {
          what: 'No planned unit can be the main one',
          why: 'Something must take the line from the street and route: a main unit, or the router that is there.',
          sure: 'certain',
          recordId: job.info.id,
          repair: null,
        },
      ]
    : [];
