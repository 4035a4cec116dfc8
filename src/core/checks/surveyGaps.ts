/** What a survey still lacks for a plan that can be trusted, and what each gap costs in certainty: one rule a file. */
import type { Job } from '../job/job';
import { circuits } from './gaps/circuits';
import { coaxOutlets } from './gaps/coaxOutlets';
import { entry } from './gaps/entry';
import { foundUnit } from './gaps/foundUnit';
import { guessedStoreys } from './gaps/guessedStoreys';
import { needs } from './gaps/needs';
import { noWalls } from './gaps/noWalls';
import { openRooms } from './gaps/openRooms';
import { openWalls } from './gaps/openWalls';
import { splitters } from './gaps/splitters';
import { tapeSlips } from './gaps/tapeSlips';
import { testDevice } from './gaps/testDevice';
import { unknownFloors } from './gaps/unknownFloors';
import { unknownWalls } from './gaps/unknownWalls';
import type { GapRule, SpotTerms, SurveyGap } from './surveyGap';

const rules: readonly GapRule[] = [
  entry,
  foundUnit,
  testDevice,
  openWalls,
  openRooms,
  noWalls,
  guessedStoreys,
  tapeSlips,
  unknownWalls,
  unknownFloors,
  splitters,
  coaxOutlets,
  circuits,
  needs,
];

/** What is needed weighs most, then what mends itself, then dB times spots; half a spot where none are counted. */
const weight = (g: SurveyGap): number =>
  (g.needed ? 1000 : 0) + (g.repair ? 100 : 0) + (g.spreadDb ?? 0) * (g.spots || 0.5);

/** Everything that a survey still lacks, what is needed first, then the costliest. */
export function surveyGaps(job: Job, predictions: readonly SpotTerms[]): SurveyGap[] {
  const crossedBy = (ids: ReadonlySet<string>) =>
    predictions.filter((p) => p.terms.some((t) => t.id !== null && ids.has(t.id))).length;
  return rules.flatMap((rule) => rule({ job, crossedBy })).sort((a, b) => weight(b) - weight(a));
}
