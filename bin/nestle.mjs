#!/usr/bin/env node
/** npx nestle …: the command line. Bundled at its first use, so that it starts at once. */
import { pathToFileURL } from 'node:url';
import { bundledCommandLine, ensureInstalled, root } from './setup.mjs';

ensureInstalled();
process.env.NESTLE_HOME ??= root;
const script = bundledCommandLine();
if (script === null) process.exit(1);
await import(pathToFileURL(script).href);
