import { putOne } from '../../job/edits';
import type { SnagRule } from '../snag';

/** A unit with a dipole that lies on its side or hangs upside down. */
export const unitTipped: SnagRule = ({ planned }) =>
  planned.flatMap(({ unit, product }) =>
    unit.tiltDeg > 45 && product.radios.some((r) => r.pattern === 'dipole')
      ? {
          what: `${unit.letter} ${unit.tiltDeg > 135 ? 'is upside down' : 'lies on its side'}`,
          why: 'The antenna radiates least along its own axis. Two directions of the room get up to 12 dB less.',
          sure: unit.tiltDeg > 135 ? ('possible' as const) : ('likely' as const),
          recordId: unit.id,
          repair: putOne(`Put ${unit.letter} upright`, { ...unit, tiltDeg: 0 }),
        }
      : [],
  );
