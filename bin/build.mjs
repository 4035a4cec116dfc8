/** Builds the program where that is not done, in a process of its own; ends with 1 where it fails. */
import { ensureBuilt } from './setup.mjs';

process.exit(ensureBuilt() ? 0 : 1);
