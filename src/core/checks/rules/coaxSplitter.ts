import { find } from '../../job/job';
import { coaxRoute } from '../../media/coaxRoute';
import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A splitter on the way of a coax link that is not made for its band (planning: 5 to 12 dB). */
export const coaxSplitter: SnagRule = ({ job }) =>
  linksBy(job, 'coax').flatMap(({ from, to, letter }) => {
    const route = coaxRoute(job, from.id, to.id);
    if ('why' in route) return [];
    const splitter = route.through
      .map((id) => find(job, 'service', id))
      .find((s) => s?.kind === 'splitter' && s.rated !== 'yes');
    return splitter
      ? {
          what: `${splitter.name}, on the way to ${letter}, is ${splitter.rated === 'no' ? 'not' : 'perhaps not'} made for the band`,
          why: 'It costs up to 12 dB more between two outputs. One for 5 to 1675 MHz is a small change.',
          sure: splitter.rated === 'no' ? ('certain' as const) : ('possible' as const),
          recordId: splitter.id,
          repair: null,
        }
      : [];
  });
