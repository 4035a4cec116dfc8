import { putOne } from '../../job/edits';
import { passesBand, replaced, splittersOn } from '../../media/coaxParts';
import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** A splitter on the way of a coax link that is not made for its band (planning: 5 to 12 dB). */
export const coaxSplitter: SnagRule = ({ job }) =>
  linksBy(job, 'coax').flatMap(({ link, letter }) => {
    const splitter = splittersOn(job, link).find((s) => !passesBand(s));
    return splitter
      ? {
          what: `${splitter.name}, on the route to ${letter}, is ${splitter.rated === 'no' ? 'not' : 'perhaps not'} made for the band`,
          why: 'It adds up to 12 dB between two outputs. A splitter for 5 to 1675 MHz is a small change.',
          sure: splitter.rated === 'no' ? ('certain' as const) : ('possible' as const),
          recordId: splitter.id,
          repair: putOne(`Replace the splitter ${splitter.name}`, replaced(splitter)),
        }
      : [];
  });
