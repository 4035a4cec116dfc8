/** npm run -s nestle -- …: the command line, on the same core as the interface. */
import { spawnSync } from 'node:child_process';
import { ensureInstalled, tsxBin } from './setup.mjs';

ensureInstalled();
const done = spawnSync(
  process.execPath,
  [tsxBin, new URL('./nestle.ts', import.meta.url).pathname, ...process.argv.slice(2)],
  {
    stdio: 'inherit',
  },
);
process.exit(done.status ?? 1);
