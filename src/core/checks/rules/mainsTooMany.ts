import { linksBy } from '../near';
import type { SnagRule } from '../snag';

/** More than three powerline adapters share one medium (planning). */
export const mainsTooMany: SnagRule = ({ job }) => {
  const links = linksBy(job, 'powerline');
  const count = links.length * 2;
  return count > 3
    ? [
        {
          what: `${count} powerline adapters share the mains`,
          why: 'All adapters share one medium. With more than three, each gets a small part.',
          sure: 'likely',
          recordId: job.info.id,
          repair: null,
        },
      ]
    : [];
};
