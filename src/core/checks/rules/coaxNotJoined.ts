import { outletsOf } from '../near';
import type { SnagRule } from '../snag';

/** A coax outlet that may be joined to nothing. */
export const coaxNotJoined: SnagRule = ({ job }) =>
  outletsOf(job, 'coax').flatMap(({ link, servicePoint, letter }) =>
    servicePoint.joined === 'joined'
      ? []
      : {
          what: `${servicePoint.name}, which ${letter} would use, ${servicePoint.joined === 'not-joined' ? 'is not connected' : 'may not be connected'}`,
          why: 'Many outlets are not connected. Test with two adapters before you buy.',
          sure: servicePoint.joined === 'not-joined' ? ('certain' as const) : ('possible' as const),
          recordId: link.id,
          repair: null,
        },
  );
