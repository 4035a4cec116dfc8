import { sayError } from '@/ui/sayError';
import { toast } from 'sonner';
import { type ReadReadings, readReadingsCsv } from '@/core/formats/readingsCsv';
import type { Id, Reading } from '@/core/job/records';
import type { RoundOf } from '@/core/proof/rounds';
import { ask, messageOf, readingsSchema } from '@/client/store/api';
import type { JobStore } from '@/client/store/jobStore';

export type Phase = Reading['phase'];

/** As found; after the work. */
export const foundRound = { phase: 'before', roundId: null } as const satisfies RoundOf;
export const afterRound = { phase: 'after', roundId: null } as const satisfies RoundOf;

/** Runs the SIMULATED speed test at spots and adds its readings to the job. */
export async function takeSimulatedRuns(
  store: JobStore,
  spotIds: Id[],
  { phase, roundId }: RoundOf,
  runs: number,
): Promise<void> {
  try {
    await store.getState().settled();
    const { readings } = await ask(readingsSchema, '/api/standins/runs', {
      body: { jobId: store.getState().job.info.id, spotIds, phase, roundId, runs },
    });
    const where =
      spotIds.length === 1
        ? `spot ${store.getState().job.spots.find((s) => s.id === spotIds[0])?.number}`
        : `${spotIds.length} spots`;
    if (
      store
        .getState()
        .commit({ label: `${runs} simulated runs ${phase}, ${where}`, put: readings, remove: [] })
    )
      toast(`${readings.length} simulated runs at ${where}.`);
  } catch (error) {
    sayError(messageOf(error));
  }
}

/** Largest file of readings, bytes. */
const mostBytes = 2_000_000;

/** What a file holds that the job does not have yet. */
export interface Imported extends Pick<ReadReadings, 'readings' | 'alreadyThere' | 'doubts'> {
  fileName: string;
}

/** Reads a CSV file of readings; null when anything in it is wrong, which is told. Nothing is changed by it. */
export async function readReadings(store: JobStore, file: File, phase: Phase): Promise<Imported | null> {
  if (file.size > mostBytes) {
    sayError(`${file.name} is larger than 2 MB, the most that is read. Nothing was changed.`);
    return null;
  }
  const text = await file.text();
  const { problems, ...read } = readReadingsCsv(store.getState().job, text, {
    phase,
    takenAt: new Date().toISOString(),
  });
  if (problems.length) {
    const [first] = problems;
    sayError(`${file.name} was not read. ${first?.path}: ${first?.message}`, {
      description:
        problems.length > 1
          ? `and ${problems.length - 1} more. Nothing was changed.`
          : 'Nothing was changed.',
    });
    return null;
  }
  return { ...read, fileName: file.name };
}

/** Adds what was read to the job in one step. */
export function takeReadings(store: JobStore, { readings, alreadyThere, fileName }: Imported): void {
  const known = alreadyThere ? ` ${alreadyThere} were there already.` : '';
  if (readings.length === 0) {
    toast(`No new readings in ${fileName}.${known}`);
    return;
  }
  if (store.getState().commit({ label: `Import ${readings.length} readings`, put: readings, remove: [] }))
    toast(`${readings.length} readings read from ${fileName}.${known}`);
}
