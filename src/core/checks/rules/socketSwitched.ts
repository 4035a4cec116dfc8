import { find } from '../../job/job';
import type { ServicePoint } from '../../job/records';
import { nearServicePoint } from '../../media/nearServicePoint';
import type { SnagRule } from '../snag';

const finding = (letter: string, socket: ServicePoint, recordId: string): ReturnType<SnagRule> =>
  socket.switched === 'no'
    ? []
    : [
        {
          what: `${letter} stands at ${socket.name.toLowerCase()}, which a wall switch takes off`,
          why:
            socket.switched === 'half'
              ? 'One half of the plate stays on. Use that one, and try it with the switch off.'
              : 'The unit goes dark with the light. Use another socket, or agree to leave the switch on and mark it.',
          sure: socket.switched === 'half' ? 'possible' : 'likely',
          recordId,
          repair: null,
        },
      ];

/** A unit or powerline adapter at a socket that a wall switch takes off. */
export const socketSwitched: SnagRule = ({ job, planned }) => [
  ...planned.flatMap(({ unit, product }) => {
    const isFed = product.poeIn && job.links.some((l) => l.unitId === unit.id && l.medium === 'ethernet');
    const socket = isFed || product.powerW === 0 ? null : nearServicePoint(job, unit, 'socket');
    return socket ? finding(unit.letter, socket, unit.id) : [];
  }),
  ...job.links.flatMap((link) => {
    const to = find(job, 'unit', link.unitId);
    if (link.medium !== 'powerline' || !to?.planned) return [];
    return [link.fromServiceId, link.toServiceId].flatMap((id) => {
      const socket = find(job, 'service', id);
      return socket ? finding(`An adapter of ${to.letter}`, socket, link.id) : [];
    });
  }),
];
