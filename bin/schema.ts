/** npm run schema: writes the JSON Schema of the job file from the program's own schema. */
import { writeFileSync } from 'node:fs';
import { jobFileJsonSchema } from '@/core/job/jobFileSchema';

writeFileSync('docs/job-file.schema.json', jobFileJsonSchema());
