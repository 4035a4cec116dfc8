/** What was foretold of a link, held against what the page of its unit shows. */
import type { StepRun } from '../job/records';

export interface Foretold {
  /** Signal over the air, dBm, and how far it may be off (one standard deviation), dB; null on a wire. */
  air: { dbm: number; spreadDb: number } | null;
  /** What the link carries, Mbps. */
  mbps: number;
}

/** A unit's page rounds, and shows one moment: so much is nothing, dB (planning). */
const pageDb = 3;
/** Nine of ten lie within so many standard deviations (normal distribution). */
const ninetyPercent = 1.645;

/** How far a signal may be from what was foretold before it says something, dB. */
export const allowedDb = ({ spreadDb }: { spreadDb: number }): number =>
  Math.hypot(ninetyPercent * spreadDb, pageDb);

export type Fit = 'fits' | 'weaker' | 'stronger' | 'slower';

/**
 * Does what is shown fit? A unit's page shows the rate of its radio or port, which is more than what it carries: only
 * less is told. Null while nothing is entered.
 */
export function fitOf({ air, mbps }: Foretold, shown: StepRun['shown']): Fit | null {
  if (!shown || (shown.dbm === null && shown.mbps === null)) return null;
  if (air && shown.dbm !== null) {
    const off = shown.dbm - air.dbm;
    if (off < -allowedDb(air)) return 'weaker';
    if (off > allowedDb(air)) return 'stronger';
  }
  return shown.mbps !== null && shown.mbps < mbps ? 'slower' : 'fits';
}

/** What a fit means, and what is likeliest behind it. */
export function fitWords(fit: Fit, isAir: boolean): string {
  switch (fit) {
    case 'fits':
      return 'This matches the prediction.';
    case 'weaker':
      return 'Weaker than predicted. Likely cause: metal, water or a closed door between the units that the survey does not have, or a wrong direction. Turn the unit. Then move it by half a metre and check again.';
    case 'stronger':
      return 'Stronger than predicted: good. Likely cause: a wall has less loss than in the survey. Test a spot near it.';
    case 'slower':
      return isAir
        ? 'Slower than predicted. Likely cause: the channel is narrower or busier than planned. Check channel and width on the web page of the main unit.'
        : 'Slower than predicted. Likely cause: an open pair in the cable or a badly crimped plug. Test the cable again, both ends.';
  }
}
