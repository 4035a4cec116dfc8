import { putOne } from '../../job/edits';
import type { SnagRule } from '../snag';

/** Devices that know only 2.4 GHz, while the network's name is on 5 GHz and above only. */
export const only24NoName: SnagRule = ({ job }) =>
  job.info.networkNames !== 'five-only'
    ? []
    : job.fixedDevices
        .filter((d) => d.only24)
        .map((d) => ({
          what: `${d.name} has 2.4 GHz only, and the network has no name there`,
          why: 'It cannot see a name on 5 GHz only. Use one name on all bands, or a separate name at 2.4 GHz.',
          sure: 'certain' as const,
          recordId: d.id,
          repair: putOne('One network name on all bands', { ...job.info, networkNames: 'one' }),
        }));
