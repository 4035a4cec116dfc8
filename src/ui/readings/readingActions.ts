import { toast } from 'sonner';
import { readReadingsCsv } from '@/core/formats/readingsCsv';
import type { Id, Reading } from '@/core/job/records';
import { ask, messageOf, readingsSchema } from '@/ui/store/api';
import type { JobStore } from '@/ui/store/jobStore';

export type Phase = Reading['phase'];

/** Runs the SIMULATED speed test at spots and adds its readings to the job. */
export async function takeSimulatedRuns(
  store: JobStore,
  spotIds: Id[],
  phase: Phase,
  runs: number,
): Promise<void> {
  try {
    await store.getState().settled();
    const { readings } = await ask(readingsSchema, '/api/standins/runs', {
      body: { jobId: store.getState().job.info.id, spotIds, phase, runs },
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
      toast(`${readings.length} simulated runs taken at ${where}.`);
  } catch (error) {
    toast.error(messageOf(error));
  }
}

/** Largest file of readings, bytes. */
const mostBytes = 2_000_000;

/** Reads a CSV file of readings into the job; a file with anything wrong changes nothing. */
export async function importReadings(store: JobStore, file: File, phase: Phase): Promise<void> {
  if (file.size > mostBytes) {
    toast.error(`${file.name} is larger than 2 MB, the most that is read. Nothing was changed.`);
    return;
  }
  const text = await file.text();
  const { readings, alreadyThere, problems } = readReadingsCsv(store.getState().job, text, {
    phase,
    takenAt: new Date().toISOString(),
  });
  if (problems.length) {
    const [first] = problems;
    toast.error(`${file.name} was not read. ${first?.path}: ${first?.message}`, {
      description:
        problems.length > 1
          ? `and ${problems.length - 1} more. Nothing was changed.`
          : 'Nothing was changed.',
    });
    return;
  }
  const known = alreadyThere ? ` ${alreadyThere} were there already.` : '';
  if (readings.length === 0) {
    toast(`No new readings in ${file.name}.${known}`);
    return;
  }
  if (store.getState().commit({ label: `Import ${readings.length} readings`, put: readings, remove: [] }))
    toast(`${readings.length} readings read from ${file.name}.${known}`);
}
