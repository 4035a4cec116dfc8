import { putOne } from '../../job/edits';
import { get } from '../../job/job';
import { siteOf } from '../../job/site';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** Copper between two buildings: different earths, and lightning. A post has no earth of its own; lightning is left. */
export const copperBetweenBuildings: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, from, to, letter, apart }) => {
    if (link.medium !== 'ethernet' || !apart) return [];
    const isOpen = [from, to].some((u) => get(job, 'building', siteOf(job, u)).kind === 'outdoors');
    return isOpen
      ? {
          what: `Copper runs to ${letter} in the open`,
          why: 'Lightning can follow copper into the house. Fit surge protection at both ends, earthed to local rules. The bill has it.',
          sure: 'possible',
          recordId: link.id,
          repair: null,
        }
      : {
          what: `Copper runs to ${letter} between two buildings`,
          why: 'Buildings have different earths, and lightning can follow copper. Use fibre. If copper is unavoidable, fit surge protection at both ends, earthed to local rules.',
          sure: 'certain',
          recordId: link.id,
          repair: putOne(`Fibre to ${letter}`, { ...link, medium: 'fibre', category: null }),
        };
  });
