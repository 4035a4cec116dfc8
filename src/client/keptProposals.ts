/** Proposals kept in the browser with the job that they were worked out for: they are there again after a reload. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { AnyRecord, Id } from '@/core/job/records';
import type { Proposal } from '@/core/optimise/proposal';
import type { Proposals } from '@/core/optimise/propose';

/** Of another form than this they are not shown: raised when a proposal gets other fields. */
const form = 5;

export interface KeptProposals {
  jobId: Id;
  /** When they were worked out, ISO 8601. */
  at: string;
  /** How long it took, s; null = it was stopped. */
  tookS: number | null;
  /** All records of the job then. */
  records: AnyRecord[];
  proposals: readonly Proposal[];
  /** null = stopped before all were there. */
  found: Proposals | null;
}
interface Tables extends DBSchema {
  proposals: { key: Id; value: KeptProposals & { form: number } };
}

let opened: Promise<IDBPDatabase<Tables>> | null = null;
function db(): Promise<IDBPDatabase<Tables>> {
  opened ??= openDB<Tables>('nestle-proposals', 1, {
    upgrade: (fresh) => void fresh.createObjectStore('proposals', { keyPath: 'jobId' }),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}

/** Where there is no such store, as in a private window, they last as long as the page: they can be worked out again. */
const orNothing = (error: unknown): null => {
  console.error(error);
  return null;
};

export const keepProposals = async (kept: KeptProposals): Promise<void> =>
  void (await db()
    .then((to) => to.put('proposals', { ...kept, form }))
    .catch(orNothing));

/** @returns null where none are kept, or of a form that is not known any more. */
export async function keptProposals(jobId: Id): Promise<KeptProposals | null> {
  const kept = await db()
    .then((from) => from.get('proposals', jobId))
    .catch(orNothing);
  return kept?.form === form ? kept : null;
}
