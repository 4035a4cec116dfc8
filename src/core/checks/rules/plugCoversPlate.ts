import { nearService } from '../../network/nearService';
import type { SnagRule } from '../snag';

/** A plug-in unit that covers more places than the plate at its socket has free. */
export const plugCoversPlate: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, kit }) => {
    const socket = kit.socketsTaken > 0 && kit.radios.length > 0 ? nearService(job, unit, 'socket') : null;
    return socket && kit.socketsTaken >= socket.outlets
      ? {
          what: `${unit.letter} covers the whole plate of ${socket.name.toLowerCase()}`,
          why: `Its plug takes ${kit.socketsTaken} places of ${socket.outlets}: what is plugged in now has to move, not onto a strip.`,
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
