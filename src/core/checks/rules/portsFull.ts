import { portsOf } from '../../media/ports';
import type { SnagRule } from '../snag';

/** More cables and adapters than a unit has ports. */
export const portsFull: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const ports = portsOf(job, unit.id);
    return ports && ports.used.length > ports.ports
      ? {
          what: `${ports.used.length} cables need the ${ports.ports === 1 ? 'one port' : `${ports.ports} ports`} of ${unit.letter}`,
          why: 'Add a switch, or give one of them another uplink.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
