import { z } from 'zod';
import { jobFileSchema } from './jobFile';

/** The JSON Schema (2020-12) of the job file, as text. */
export const jobFileJsonSchema = (): string =>
  `${JSON.stringify(z.toJSONSchema(jobFileSchema, { io: 'input', reused: 'inline' }), null, 1)}\n`;
