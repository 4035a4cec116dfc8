/** The job of a practice house as its survey shows it, and as the house truly is. */
import { type Job, jobFromRecords } from '../job/job';
import { type AnyRecord, recordSchema } from '../job/records';
import { guessedWallId } from '../templates/guessedWall';
import { houseTypeOf } from '../templates/houseTypes';
import { newJob } from '../templates/newJob';
import { type PracticeHouse, practiceHouseOf } from './practiceHouses';

/** What is of the house itself: it is as it is, whatever the survey says. */
const ofTheHouse: readonly AnyRecord['type'][] = [
  ...(['assembly', 'building', 'storey', 'wall', 'opening', 'floorOpening', 'room'] as const),
  ...(['obstacle', 'service', 'cableRun'] as const),
];
/** Of these there is nothing but what the house has; rooms, outlets and storeys that were added may be meant for the plan. */
const nothingElse: readonly AnyRecord['type'][] = ['wall', 'opening', 'floorOpening', 'obstacle'];

/** A job to practise on: the typical house, looked at except for what is hidden. */
export function practiceJob(
  house: PracticeHouse,
  made: { id: string; createdOn: string },
  lengths: 'm' | 'ft' = 'm',
): Job {
  const records = houseRecords(house, made, lengths);
  return jobFromRecords(records.map((r) => withFields(r, house, 'known')));
}

function houseRecords(
  house: PracticeHouse,
  made: { id: string; createdOn: string },
  lengths: 'm' | 'ft',
): AnyRecord[] {
  const job = newJob(
    { ...house.form, name: `Practice: ${house.name}`, lengths },
    { ...made, seed: house.seed },
  );
  const innerId = houseTypeOf(house.form.houseTypeId ?? '')?.innerId ?? 'asm-stud';
  const seen = [...job.byId.values()]
    .filter((r) => r.id !== guessedWallId)
    .map((r): AnyRecord => {
      if (r.type === 'job')
        return {
          ...r,
          noDrilling: house.lesson === 'strip',
          rented: house.lesson === 'strip',
          noVisibleCable: house.lesson === 'strip',
          practice: { houseId: house.id, answers: [] },
        };
      if (r.type === 'service') return { ...r, guessed: false, ...(r.kind === 'entry' && house.line) };
      if (r.type === 'unit') return { ...r, ...house.line, yM: house.line.yM - 0.4 };
      if (r.type === 'room') return { ...r, activityIds: [...(house.uses[r.name] ?? r.activityIds)] };
      if (r.type === 'storey') return { ...r, guessed: false };
      if (r.type === 'wall' && r.assemblyId === guessedWallId) return { ...r, assemblyId: innerId };
      return r;
    });
  return [...seen, ...house.shown.map((r) => recordSchema.parse(r))];
}

const withFields = (r: AnyRecord, house: PracticeHouse, as: 'known' | 'is'): AnyRecord => {
  const facts = house.hidden.filter((h) => h.of(r));
  return facts.length ? recordSchema.parse(Object.assign({}, r, ...facts.map((h) => h[as]))) : r;
};

/**
 * The job with the house as it truly is, and the network as the survey and the plan have it. A job that is no practice
 * house is its own truth: the same object.
 */
export function trueJob(job: Job): Job {
  const house = practiceHouseOf(job.info.practice?.houseId ?? '');
  if (!house) return job;
  const truth = houseRecords(house, job.info, job.info.lengths)
    .filter((r) => ofTheHouse.includes(r.type))
    .map((r) => withFields(r, house, 'is'));
  const known = new Map(truth.map((r) => [r.id, r]));
  const kept = [...job.byId.values()].filter((r) => !known.has(r.id) && !nothingElse.includes(r.type));
  return jobFromRecords([...kept, ...truth]);
}

/** The true house with what the household had, and nothing planned: what a better plan is looked for in. */
export function trueStart(job: Job): Job {
  const truth = trueJob(job);
  const gone = new Set(truth.units.filter((u) => !u.found).map((u) => u.id));
  const records = [...truth.byId.values()].filter(
    (r) =>
      r.type !== 'reading' &&
      r.type !== 'link' &&
      r.type !== 'stepRun' &&
      r.type !== 'stepEdit' &&
      !(r.type === 'unit' && gone.has(r.id)),
  );
  return jobFromRecords(records.map((r) => (r.type === 'unit' ? { ...r, planned: true } : r)));
}
