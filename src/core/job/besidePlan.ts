import type { AnyRecord, RecordType } from './records';

/** Records that say nothing of house, network and signals: who it is for, what was offered, when, photos. */
const beside: ReadonlySet<RecordType> = new Set([
  ...(['business', 'customer', 'quote', 'invoice', 'signOff', 'photo'] as const),
  ...(['testRound', 'stepRun', 'visit', 'netSettings'] as const),
]);

/** Does a record change no prediction, proposal or price? */
export const isBesidePlan = (record: AnyRecord): boolean => beside.has(record.type);

/** The same record without what changes no prediction: what comes next with the job. */
export const asPlanned = (record: AnyRecord): AnyRecord =>
  record.type === 'job' ? { ...record, nextAction: '', nextOn: null } : record;
