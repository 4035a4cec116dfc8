import { putOne } from '../../job/edits';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** Copper between two buildings: different earths, and lightning. */
export const copperBetweenBuildings: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, letter, apart }) =>
    link.medium === 'ethernet' && apart
      ? {
          what: `Copper runs to ${letter} between two buildings`,
          why: 'They have different earths, and lightning finds it. Fibre has neither; else surge protection at both ends and the local earthing rules.',
          sure: 'certain',
          recordId: link.id,
          repair: putOne(`Fibre to ${letter}`, { ...link, medium: 'fibre', category: null }),
        }
      : [],
  );
