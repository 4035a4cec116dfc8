import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { home } from './database';

/** The version of Nestle that runs here. */
export const programVersion = (): string =>
  z
    .object({ version: z.string().max(40) })
    .parse(JSON.parse(readFileSync(join(home(), 'package.json'), 'utf8'))).version;
