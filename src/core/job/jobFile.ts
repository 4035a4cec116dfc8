import { z } from 'zod';
import { collectionOf, type Job, jobFromRecords } from './job';
import { mostFiles, mostOf, mostRecords } from './limits';
import { checkReferences, type Problem } from './references';
import { type AnyRecord, schemas } from './records';

/** The version of the job file that this program writes. */
export const jobFileVersion = 1;

const list = <S extends z.ZodType>(schema: S, most = mostRecords) => z.array(schema).max(most).default([]);

const fileSchema = z.strictObject({
  id: schemas.picture.shape.fileId,
  mime: schemas.picture.shape.mime,
  base64: z.base64(),
});
export type JobFilePart = z.infer<typeof fileSchema>;

/** The job file: every record of a job by type. See docs/job-file.md. */
export const jobFileSchema = z.strictObject({
  format: z.literal('nestle-job'),
  version: z.literal(jobFileVersion),
  job: schemas.job,
  activities: list(schemas.activity),
  assemblies: list(schemas.assembly),
  devices: list(schemas.device),
  kits: list(schemas.kit),
  buildings: list(schemas.building),
  storeys: list(schemas.storey),
  walls: list(schemas.wall),
  openings: list(schemas.opening),
  floorOpenings: list(schemas.floorOpening),
  rooms: list(schemas.room),
  obstacles: list(schemas.obstacle),
  services: list(schemas.service),
  cableRuns: list(schemas.cableRun),
  routes: list(schemas.route),
  tapes: list(schemas.tape),
  pictures: list(schemas.picture),
  fixedDevices: list(schemas.fixedDevice),
  spots: list(schemas.spot),
  units: list(schemas.unit),
  links: list(schemas.link),
  deviceCables: list(schemas.deviceCable),
  neighbours: list(schemas.neighbour),
  placeRules: list(schemas.placeRule),
  readings: list(schemas.reading, mostOf('readings')),
  roamWalks: list(schemas.roamWalk),
  stepEdits: list(schemas.stepEdit),
  stepRuns: list(schemas.stepRun),
  visits: list(schemas.visit),
  netSettings: list(schemas.netSettings),
  businesses: list(schemas.business, 1),
  customers: list(schemas.customer, 1),
  quotes: list(schemas.quote, 200),
  invoices: list(schemas.invoice, 200),
  signOffs: list(schemas.signOff, 20),
  photos: list(schemas.photo, 500),
  testRounds: list(schemas.testRound, 100),
  /** Bytes of the pictures and of the photos of steps, named by their SHA-256. A file may be missing: it has not come yet. */
  files: z.array(fileSchema).max(mostFiles).default([]),
});

/** A file that is not a job; `problems` says where and what. */
export class JobFileError extends Error {
  constructor(readonly problems: Problem[]) {
    super(problems.map((p) => (p.path ? `${p.path}: ${p.message}` : p.message)).join('; '));
    this.name = 'JobFileError';
  }
}

/** Path and message of each thing that Zod found, at most `most`. */
export function problemsOf(error: z.ZodError, most = 12): Problem[] {
  return error.issues.slice(0, most).map((i) => ({ path: i.path.join('.'), message: i.message }));
}

const header = z.object({ format: z.literal('nestle-job'), version: z.number() });

/** The job of a job file. @throws JobFileError as `readJobFile` does. */
export const parseJobFile = (text: string): Job => readJobFile(text).job;

/**
 * Reads a job file from its text: the job, and the files that its pictures show.
 * @throws JobFileError when the text is empty, not JSON, from a newer program, or a record is wrong.
 */
export function readJobFile(text: string): { job: Job; files: JobFilePart[] } {
  const fail = (path: string, message: string) => new JobFileError([{ path, message }]);
  if (text.trim() === '') throw fail('', 'the file is empty');
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw fail('', `the file is not JSON (${error instanceof Error ? error.message : 'unreadable'})`);
  }
  const head = header.safeParse(data);
  if (!head.success) throw fail('format', 'this is not a Nestle job file');
  if (head.data.version > jobFileVersion)
    throw fail(
      'version',
      `the file is of version ${head.data.version}; this program reads up to ${jobFileVersion}`,
    );
  const parsed = jobFileSchema.safeParse(data);
  if (!parsed.success) throw new JobFileError(problemsOf(parsed.error));
  const { format: _format, version: _version, job: info, files, ...collections } = parsed.data;
  const records: AnyRecord[] = [info, ...Object.values(collections).flat()];
  let job: Job;
  try {
    job = jobFromRecords(records);
  } catch (error) {
    throw fail('', error instanceof Error ? error.message : String(error));
  }
  const broken = checkReferences(job);
  if (broken.length) throw new JobFileError(broken.slice(0, 12));
  return { job, files };
}

/** Writes a job as the text of a job file: one record a line, so that two versions compare well. */
export function writeJobFile(job: Job, files: readonly JobFilePart[] = []): string {
  const lines = [
    `"format": "nestle-job"`,
    `"version": ${jobFileVersion}`,
    `"job": ${JSON.stringify(job.info)}`,
  ];
  for (const collection of Object.values(collectionOf)) {
    const records = job[collection];
    if (records.length)
      lines.push(`"${collection}": [\n${records.map((r) => `  ${JSON.stringify(r)}`).join(',\n')}\n]`);
  }
  if (files.length) lines.push(`"files": [\n${files.map((f) => `  ${JSON.stringify(f)}`).join(',\n')}\n]`);
  return `{\n${lines.join(',\n')}\n}\n`;
}
