import type { SnagRule } from '../snag';

/** A plan without a unit that can be the main one. */
export const noMain: SnagRule = ({ job, planned }) =>
  planned.length > 0 && !planned.some(({ product }) => product.kind === 'main' || product.kind === 'router')
    ? [
        {
          what: 'No planned unit can be the main unit',
          why: 'One unit must connect to the incoming line and route: a new main unit, or the existing router.',
          sure: 'certain',
          recordId: job.info.id,
          repair: null,
        },
      ]
    : [];
