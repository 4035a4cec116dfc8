import { portsOf } from '../../media/ports';
import type { SnagRule } from '../snag';

/** More cables and adapters than a unit has ports. */
export const portsFull: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const ports = portsOf(job, unit.id);
    return ports && ports.used.length > ports.ports
      ? {
          what: `${ports.used.length} cables hang on the ${ports.ports === 1 ? 'one port' : `${ports.ports} ports`} of ${unit.letter}`,
          why: 'A switch between them, or one of them fed from another unit.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
