/** Writes the demo jobs and their before-readings from the drawings beside this file. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeReadingsCsv } from '@/core/formats/readingsCsv';
import { type Job, jobFromRecords } from '@/core/job/job';
import { applyEdit } from '@/core/job/edits';
import { writeJobFile } from '@/core/job/jobFile';
import { fitRooms } from '@/core/survey/rooms';
import { isOutdoors } from '@/core/survey/storeyGraph';
import { simulatedReadings } from '@/standins/simulatedReadings';
import { quayHouse } from './quayHouse';
import { tanneryLofts } from './tanneryLofts';

/** The drawn rooms fitted to the walls around them, as the application does with every change of a wall. */
function fitted(drawn: Job): Job {
  return drawn.storeys.reduce((job, s) => {
    if (isOutdoors(job, s.id)) return job;
    return applyEdit(job, { label: 'Fit the rooms', ...fitRooms(job, s.id) }).job;
  }, drawn);
}

/** A demo job with five simulated runs as found at every spot. */
export function withBeforeReadings(job: Job, takenAt: string): Job {
  const readings = job.spots.flatMap((s) => simulatedReadings(job, s.id, 'before', 5, takenAt));
  return jobFromRecords([...job.byId.values(), ...readings]);
}

export const demos: { file: string; job: Job }[] = [
  {
    file: 'quay-house',
    job: withBeforeReadings(fitted(jobFromRecords(quayHouse())), '2026-11-05T09:30:00.000Z'),
  },
  {
    file: 'tannery-lofts',
    job: withBeforeReadings(fitted(jobFromRecords(tanneryLofts())), '2026-11-10T14:00:00.000Z'),
  },
];

if (process.argv[1]?.endsWith('make.ts'))
  for (const { file, job } of demos) {
    writeFileSync(join('demo', `${file}.nestle.json`), writeJobFile(job));
    writeFileSync(join('demo', `${file}-before.csv`), writeReadingsCsv(job, 'before'));
  }
