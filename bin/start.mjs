/**
 * npm start: installs, builds, serves one's own data. npm run demo: with the demo jobs, loaded when absent;
 * --fresh starts from clean demo data.
 */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { bundledDemoLoader, ensureBuilt, ensureInstalled, root, run, serveArguments } from './setup.mjs';

const options = process.argv.slice(2);
const isDemo = options.includes('--demo');
const unknown = options.filter((o) => !['--demo', '--help', ...(isDemo ? ['--fresh'] : [])].includes(o));
if (unknown.length || options.includes('--help')) {
  console.log(
    `npm start\nnpm run demo [-- --fresh]\n
  start     serves the jobs of the database
  demo      adds the demo jobs when they are absent
  --fresh   puts clean demo jobs in place of the ones in the database\n
PORT (4310) and NESTLE_DATA (./data) are read from the environment.`,
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
if (isDemo) {
  const loader = bundledDemoLoader();
  if (loader === null || !run(process.execPath, [loader, ...options])) process.exit(1);
}

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
});
server.stdout.on('data', (text) => {
  if (String(text).includes('Ready'))
    console.log(`\n  Nestle is at http://127.0.0.1:${port}\n  Ctrl-C stops it.\n`);
});
let stopping = false;
const stop = () => {
  stopping = true;
  server.kill();
};
// the keyboard's Ctrl-C reaches the server too where both share a console; a second signal does no harm
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
server.on('exit', (code) => process.exit(stopping ? 0 : (code ?? 1)));
