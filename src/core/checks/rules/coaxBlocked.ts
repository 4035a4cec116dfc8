import { coaxRoute } from '../../media/coaxRoute';
import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A coax link that nothing comes through. */
export const coaxBlocked: SnagRule = ({ job }) =>
  linksBy(job, 'coax').flatMap(({ link, from, to, letter }) => {
    const route = coaxRoute(job, from.id, to.id);
    return 'why' in route
      ? {
          what: `The coax to ${letter} is blocked`,
          why: `${route.why}.`,
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [];
  });
