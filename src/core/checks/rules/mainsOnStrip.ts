import { outletsOf } from '../near';
import type { SnagRule } from '../snag';

/** A powerline adapter on a surge-protected strip: 22 dB lost (planning). */
export const mainsOnStrip: SnagRule = ({ job }) =>
  outletsOf(job, 'powerline').flatMap(({ link, servicePoint, letter }) =>
    servicePoint.onStrip
      ? {
          what: `The powerline adapter of ${letter} is on a surge-protected strip`,
          why: 'A strip takes 22 dB or more. Plug the adapter directly into a wall socket.',
          sure: 'certain',
          recordId: link.id,
          repair: null,
        }
      : [],
  );
