import { outletsOf } from '../near';
import type { SnagRule } from '../snag';

/** A plain powerline plug on a single socket leaves none free. */
export const mainsBlockedSocket: SnagRule = ({ job }) =>
  outletsOf(job, 'powerline').flatMap(({ link, servicePoint, product, letter }) =>
    servicePoint.outlets === 1 && product.mains?.passThrough === false
      ? {
          what: `The adapter of ${letter} takes the only socket there`,
          why: 'What is plugged in now would go onto a strip. An adapter with a socket in its face leaves it free.',
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [],
  );
