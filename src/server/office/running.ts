/** The one crew of this process: started with the server, asked by the routes. */
import type { Id } from '@/core/job/records';
import { database, dataFolder } from '../database';
import type { Crew } from './crew';
import { readKey } from './membership';

const holder = globalThis as typeof globalThis & {
  nestleCrew?: Crew;
  nestleOpenJobs?: Map<Id, number>;
};

export const crew = (): Crew | null => holder.nestleCrew ?? null;

/** A window that asks for a job has it open; it asks every few seconds. */
const openForMs = 30_000;
export function noteOpen(jobId: Id): void {
  (holder.nestleOpenJobs ??= new Map()).set(jobId, Date.now());
}
const openJobs = (): Id[] =>
  [...(holder.nestleOpenJobs ?? [])].filter(([, at]) => Date.now() - at < openForMs).map(([id]) => id);

/** Starts it, once. A laptop on its own only looks now and then whether it has joined. */
export async function startCrew(): Promise<void> {
  const { Crew } = await import('./crew');
  holder.nestleCrew ??= new Crew({ db: database, key: () => readKey(dataFolder()), open: openJobs });
  holder.nestleCrew.start();
}
