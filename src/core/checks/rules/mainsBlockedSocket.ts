import { outletsOf } from '../near';
import type { SnagRule } from '../snag';

/** A plain powerline plug on a single socket leaves none free. */
export const mainsBlockedSocket: SnagRule = ({ job }) =>
  outletsOf(job, 'powerline').flatMap(({ link, servicePoint, product, letter }) =>
    servicePoint.outlets === 1 && product.mains?.passThrough === false
      ? {
          what: `The adapter of ${letter} uses the only socket there`,
          why: 'The device that is plugged in now would need a power strip. An adapter with its own socket keeps one free.',
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [],
  );
