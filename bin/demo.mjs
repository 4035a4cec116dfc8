/** npm run demo: installs, builds, loads the demo jobs when absent, serves. --fresh starts from clean demo data. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { ensureBuilt, ensureInstalled, root, run, serveArguments, tsxBin } from './setup.mjs';

const options = process.argv.slice(2);
const unknown = options.filter((o) => !['--fresh', '--help'].includes(o));
if (unknown.length || options.includes('--help')) {
  console.log(
    'npm run demo [-- --fresh]\n\n  --fresh   put clean demo jobs in place of the ones in the database\n\nPORT (4310) and NESTLE_DATA (./data) are read from the environment.',
  );
  process.exit(unknown.length ? 2 : 0);
}

const free = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

const wanted = Number(process.env.PORT ?? 4310);
if (!Number.isInteger(wanted) || wanted < 1 || wanted > 65_535) {
  console.error(`PORT must be a number from 1 to 65535, not “${process.env.PORT}”.`);
  process.exit(2);
}

ensureInstalled();
if (!ensureBuilt()) process.exit(1);
if (!run(process.execPath, [tsxBin, 'bin/loadDemo.ts', ...options])) process.exit(1);

let port = wanted;
while (!(await free(port))) {
  if (++port > Math.min(65_535, wanted + 50)) {
    console.error(`No free port from ${wanted} to ${port - 1}.`);
    process.exit(1);
  }
}
if (port !== wanted) console.log(`Port ${wanted} is taken; using ${port}.`);

const server = spawn(process.execPath, [...serveArguments, '--port', String(port)], {
  cwd: root,
  env: { ...process.env, NODE_ENV: 'production' },
  stdio: ['ignore', 'pipe', 'inherit'],
  detached: true,
});
server.stdout.on('data', (text) => {
  if (String(text).includes('Ready'))
    console.log(`\n  Nestle is at http://127.0.0.1:${port}\n  Ctrl-C stops it.\n`);
});
let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  try {
    process.kill(-server.pid, 'SIGTERM');
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
server.on('exit', (code) => process.exit(stopping ? 0 : (code ?? 1)));
