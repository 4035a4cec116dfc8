import type { Job } from '@/core/job/job';
import type { AnyRecord, Assembly, RecordOf, RecordType } from '@/core/job/records';

/** What the fields of a record get: the job, the record, and how to save a changed one. */
export interface FieldsProps<T extends RecordType> {
  job: Job;
  record: RecordOf<T>;
  save: (next: AnyRecord, what: string) => void;
}

export const assemblyOptions = (job: Job, uses: Assembly['use'][]) =>
  job.assemblies.filter((a) => uses.includes(a.use)).map((a) => ({ value: a.id, text: a.name }));
