import { lengthText } from '../../geometry/lengthWords';
import { putOne } from '../../job/edits';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** Copper longer than 100 m (standard: Ethernet). */
export const cableTooLong: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, letter }) =>
    link.medium === 'ethernet' && (link.lengthM ?? 0) > 100
      ? {
          what: `The cable to ${letter} is ${lengthText(link.lengthM ?? 0, job.info.lengths, 0)} long`,
          why: 'Copper carries Ethernet up to 100 m. Use fibre, or a switch part of the way.',
          sure: 'certain',
          recordId: link.id,
          repair: putOne(`Fibre to ${letter}`, { ...link, medium: 'fibre', category: null }),
        }
      : [],
  );
