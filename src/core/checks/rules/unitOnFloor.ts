import { putOne } from '../../job/edits';
import type { SnagRule } from '../snag';

/** A unit lower than 30 cm (planning): furniture and people are in its way. */
export const unitOnFloor: SnagRule = ({ planned }) =>
  planned.flatMap(({ unit, outdoors }) =>
    unit.heightM >= 0.3 || unit.mount === 'socket' || outdoors
      ? []
      : {
          what: `${unit.letter} stands on the floor`,
          why: 'On the floor, furniture and people block the signal. A shelf is better.',
          sure: 'likely',
          recordId: unit.id,
          repair: putOne(`Put ${unit.letter} on a shelf`, { ...unit, heightM: 1.2 }),
        },
  );
