import { bands } from '../../job/records';
import { overlap } from '../../wifi/channels';
import { radioOf } from '../../network/hops';
import type { SnagRule } from '../snag';

/** Two units set to overlapping channels although no radio hop joins them there. */
export const sameChannel: SnagRule = ({ job, planned }) =>
  planned.flatMap((a, i) =>
    planned.slice(i + 1).flatMap((b) => {
      const joined = job.links.some(
        (l) =>
          l.radio === 'shared' &&
          ((l.unitId === a.unit.id && l.fromUnitId === b.unit.id) ||
            (l.unitId === b.unit.id && l.fromUnitId === a.unit.id)),
      );
      const band = bands.find((band) => {
        const [p, q] = [a.unit.channels[band], b.unit.channels[band]];
        const [r, s] = [radioOf(a.product, band, 'access'), radioOf(b.product, band, 'access')];
        return p !== null && q !== null && r && s && overlap(band, p, r.widthMHz, q, s.widthMHz);
      });
      return band && !joined
        ? {
            what: `${a.unit.letter} and ${b.unit.letter} use overlapping channels at ${band} GHz`,
            why: 'Both share the airtime wherever both are received. Separate channels do not.',
            sure: 'likely' as const,
            recordId: a.unit.id,
            repair: null,
          }
        : [];
    }),
  );
