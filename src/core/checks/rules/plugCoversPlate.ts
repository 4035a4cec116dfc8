import { nearServicePoint } from '../../media/nearServicePoint';
import type { SnagRule } from '../snag';

/** A plug-in unit that covers more places than the plate at its socket has free. */
export const plugCoversPlate: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) => {
    const socket =
      product.socketsTaken > 0 && product.radios.length > 0 ? nearServicePoint(job, unit, 'socket') : null;
    return socket && product.socketsTaken >= socket.outlets
      ? {
          what: `${unit.letter} covers all sockets of ${socket.name.toLowerCase()}`,
          why: `Its plug takes ${product.socketsTaken} places of ${socket.outlets}. Move the devices that are plugged in now, but not onto a power strip.`,
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
