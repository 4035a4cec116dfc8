/** node bin/bundle.mjs ENTRY FOLDER: a script and all that it imports as plain modules that start at once. */
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

const [entry, folder] = process.argv.slice(2);
rmSync(folder, { recursive: true, force: true });
await build({
  entryPoints: [entry],
  outdir: folder,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'warning',
  // native and WebAssembly parts are found beside their packages; the framework is as large as it is
  external: ['better-sqlite3', 'highs', 'next', 'pdfkit', 'svg-to-pdfkit', '@nats-io/*'],
  // packages of the older module kind ask for Node's own modules by require
  banner: {
    js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
  },
});
writeFileSync(join(folder, 'stamp'), entry);
