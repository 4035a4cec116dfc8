import { nearServicePoint } from '../../media/nearServicePoint';
import type { SnagRule } from '../snag';

/** A plug-in unit that covers more places than the plate at its socket has free. */
export const plugCoversPlate: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) => {
    const socket =
      product.socketsTaken > 0 && product.radios.length > 0 ? nearServicePoint(job, unit, 'socket') : null;
    return socket && product.socketsTaken >= socket.outlets
      ? {
          what: `${unit.letter} covers the whole plate of ${socket.name.toLowerCase()}`,
          why: `Its plug takes ${product.socketsTaken} places of ${socket.outlets}: what is plugged in now has to move, not onto a strip.`,
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
