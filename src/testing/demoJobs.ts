/** The demo jobs as they ship: read from their files, which is much quicker than drawing and measuring them anew. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Job } from '../core/job/job';
import { parseJobFile } from '../core/job/jobFile';

const folder = join(__dirname, '../../demo');

/** Quay House, and the flat in the Tannery Lofts. */
export const demos: { file: string; job: Job }[] = ['quay-house', 'tannery-lofts'].map((file) => ({
  file,
  job: parseJobFile(readFileSync(join(folder, `${file}.nestle.json`), 'utf8')),
}));
