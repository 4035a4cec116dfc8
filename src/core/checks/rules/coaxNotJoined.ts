import { outletsOf } from '../near';
import type { SnagRule } from '../snag';

/** A coax outlet that may be joined to nothing. */
export const coaxNotJoined: SnagRule = ({ job }) =>
  outletsOf(job, 'coax').flatMap(({ link, servicePoint, letter }) =>
    servicePoint.joined === 'joined'
      ? []
      : {
          what: `${servicePoint.name}, which ${letter} would use, ${servicePoint.joined === 'not-joined' ? 'is joined to nothing' : 'is not known to be joined'}`,
          why: 'Many outlets end in the wall. Try it with two adapters before buying.',
          sure: servicePoint.joined === 'not-joined' ? ('certain' as const) : ('possible' as const),
          recordId: link.id,
          repair: null,
        },
  );
