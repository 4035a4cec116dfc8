import { putOne } from '../../job/edits';
import { wiredMbps } from '../../media/wired';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A cable that carries less than the ports at its ends and the plan want. */
export const categoryLow: SnagRule = ({ job }) =>
  cables(job).flatMap(({ link, letter, ports }) => {
    const carries = wiredMbps(link);
    if (link.medium !== 'ethernet' || carries === 0 || carries >= Math.min(ports, job.info.planDownMbps))
      return [];
    const better = (['cat6', 'cat6a'] as const).find(
      (category) => wiredMbps({ ...link, category }) >= Math.min(ports, job.info.planDownMbps),
    );
    return {
      what: `${link.category ?? 'The cable'} to ${letter} carries ${carries} Mbps, its ports ${ports}`,
      why: 'Use cat 6 or better for a new cable. The work is the same.',
      sure: 'certain',
      recordId: link.id,
      repair: better ? putOne(`${better} to ${letter}`, { ...link, category: better }) : null,
    };
  });
