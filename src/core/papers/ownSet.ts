/** What a business keeps once for all jobs: itself, its products, activities, assemblies and steps; and how a job differs from it. */
import { z } from 'zod';
import type { Edit } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { type AnyRecord, type Business, schemas } from '../job/records';

export const ownRecordSchema = z.discriminatedUnion('type', [
  schemas.kit,
  schemas.activity,
  schemas.assembly,
  schemas.stepEdit,
]);
export type OwnRecord = z.infer<typeof ownRecordSchema>;

/** As a file, and as it travels between browser and server. */
export const ownSetSchema = z.strictObject({
  format: z.literal('nestle-business'),
  version: z.literal(1),
  business: schemas.business.nullable(),
  records: z.array(ownRecordSchema).max(3000),
});
export type OwnSet = z.infer<typeof ownSetSchema>;

export const emptySet: OwnSet = { format: 'nestle-business', version: 1, business: null, records: [] };

/** The products, activities and assemblies of a job, its own steps, and what differs at steps that every job has. */
export const ownRecordsOf = (job: Job): OwnRecord[] => [
  ...job.kits,
  ...job.activities,
  ...job.assemblies,
  // what belongs to one unit or link of this job stays with it
  ...job.stepEdits.filter((e) => !e.stepKey.includes('.')),
];

/** A new job that begins with the own set: its records take the place of those with the same id. */
export function withOwnSet(job: Job, { business, records }: OwnSet): Job {
  const own = new Map<string, AnyRecord>(records.map((r) => [r.id, r]));
  const clash = (r: AnyRecord) => own.get(r.id)?.type === r.type;
  const rest = [...job.byId.values()].filter((r) => !clash(r) && !(business && r.type === 'business'));
  // an id that a record of another kind has in the job stays with it
  const taken = new Set(rest.map((r) => r.id));
  return jobFromRecords([
    ...rest,
    ...[...own.values()].filter((r) => !taken.has(r.id)),
    ...(business && !taken.has(business.id) ? [business] : []),
  ]);
}

export interface OwnChange {
  record: OwnRecord | Business;
  name: string;
  what: 'new' | 'changed';
  /** Fields that differ, as records call them; empty for a new one. */
  fields: string[];
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Names of the fields in which two records differ. */
const differing = (a: object, b: object): string[] => {
  const there = new Map<string, unknown>(Object.entries(b));
  return Object.entries(a).flatMap(([field, value]) => (same(value, there.get(field)) ? [] : [field]));
};

/** What is kept otherwise than the job has it; what the job alone has is its own affair. */
export function ownChanges(job: Job, { business, records }: OwnSet): OwnChange[] {
  const [had] = job.businesses;
  const kept = business && { ...business, id: had?.id ?? business.id };
  const wanted: (OwnRecord | Business)[] = [...(kept ? [kept] : []), ...records];
  return wanted.flatMap((record): OwnChange[] => {
    const name =
      record.type === 'stepEdit' ? `Step: ${record.title ?? record.stepKey}` : record.name || 'Business';
    const own = job.byId.get(record.id);
    if (!own) return [{ record, name, what: 'new', fields: [] }];
    if (own.type !== record.type) return [];
    const fields = differing(record, own);
    return fields.length ? [{ record, name, what: 'changed', fields }] : [];
  });
}

/** The edit that takes changes over into a job. */
export const takeOver = (changes: readonly OwnChange[]): Edit => ({
  label: `Take over ${changes.length} ${changes.length === 1 ? 'change' : 'changes'} of the business`,
  put: changes.map((c) => c.record),
  remove: [],
});
