/** In the rehearsal of a practice house it is asked twice for each unit that joins by a button: is it time to press? */
import type { Id } from '../job/records';

export interface ButtonQuestion {
  unitId: Id;
  /** early: the unit has power and the page is not searching yet. ready: the page searches and the unit is ready. */
  asked: 'early' | 'ready';
  /** Seconds from the beginning of the rehearsal. */
  atS: number;
}

/**
 * Questions in the order of their times.
 * @param entries of a rehearsal: when each step began. @param buttonKeys keys of the steps at which a button is pressed.
 */
export function buttonQuestions(
  entries: readonly { atS: number; stepKey: string; what: string }[],
  buttonKeys: readonly string[],
): ButtonQuestion[] {
  const begun = (key: string) => entries.find((e) => e.stepKey === key && e.what === 'start')?.atS;
  return buttonKeys
    .flatMap((key): ButtonQuestion[] => {
      const unitId = key.slice(key.indexOf('.') + 1);
      const [power, pressed] = [begun(`bench.${unitId}`), begun(key)];
      if (power === undefined || pressed === undefined) return [];
      const searching = begun(`ready.${unitId}`) ?? pressed;
      return [
        { unitId, asked: 'early', atS: power + (searching - power) / 2 },
        { unitId, asked: 'ready', atS: pressed },
      ];
    })
    .sort((a, b) => a.atS - b.atS);
}
