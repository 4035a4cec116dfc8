/** What was learnt, in sentences. */
import { find, type Job } from '../job/job';
import type { Calibration, CalibratedLoss } from './fit';

const db = (v: number) => v.toFixed(v < 10 ? 1 : 0);

/** A change that is less than this is «as the library has it», dB. */
const asBeforeDb = 1;

/** «Rubble stone 600 costs 14 dB here, not 19 (± 3)». */
export function lossWords({ name, priorDb, db: now, spreadDb }: CalibratedLoss): string {
  const sure = `± ${db(spreadDb)}`;
  return Math.abs(now - priorDb) < asBeforeDb
    ? `${name} costs ${db(now)} dB here, the library value (${sure})`
    : `${name} costs ${db(now)} dB here, not ${db(priorDb)} (${sure})`;
}

/** All sentences but those about losses: units, distance, what is not told apart, what is left out. */
export function otherWords(job: Job, calibration: Omit<Calibration, 'posterior'>): string[] {
  const units = calibration.units.flatMap(({ unitId, db: off, spreadDb }) => {
    const letter = find(job, 'unit', unitId)?.letter;
    if (!letter || Math.abs(off) < asBeforeDb) return [];
    return [
      `${letter} is received ${db(Math.abs(off))} dB ${off > 0 ? 'stronger' : 'weaker'} than its product data (± ${db(spreadDb)})`,
    ];
  });
  const { slope } = calibration;
  const far =
    Math.abs(slope.db) < asBeforeDb
      ? []
      : [
          `Signals fall ${db(Math.abs(slope.db))} dB ${slope.db < 0 ? 'more' : 'less'} for each tenfold distance (± ${db(slope.spreadDb)})`,
        ];
  const together = calibration.inseparable.map(
    ([a, b]) => `${a} and ${b} cannot be separated: only their total loss is known`,
  );
  const left = calibration.outliers.map(({ spotId, readDbm, expectedDbm }) => {
    const spot = find(job, 'spot', spotId);
    return `The readings at ${spot ? `${spot.number}, ${spot.name}` : 'a spot'} are not used: ${Math.round(readDbm)} dBm, and all others say ${Math.round(expectedDbm)}`;
  });
  return [...units, ...far, ...together, ...left];
}
