/** What a fresh machine needs before anything can run. Plain Node, no packages. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
/** How the built application is served. A small heap is collected early: memory stays low on a laptop that does other work. */
export const serveScript = join(root, '.next/serve/serve.mjs');
export const serveArguments = ['--max-semi-space-size=2', '--max-old-space-size=1024', serveScript];
/** The script of a package's command: run by Node itself, it needs no shell. */
export function toolScript(name, command = name) {
  const folder = join(root, 'node_modules', name);
  const { bin } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  return join(folder, typeof bin === 'string' ? bin : bin[command]);
}
process.env.NEXT_TELEMETRY_DISABLED = '1';

/** Runs a command to its end; what it prints goes to standard error, so that standard output stays clean. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options });
  return done.status === 0;
}

const digest = (file) =>
  createHash('sha256')
    .update(readFileSync(join(root, file)))
    .digest('hex');

/** Installs the packages of the lock file unless just these are there already. */
export function ensureInstalled() {
  const stamp = join(root, 'node_modules/.nestle-lock');
  const wanted = digest('package-lock.json');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.error('Installing packages (a few minutes the first time) …');
  // the database driver is compiled: with Node's own headers where they are installed, no download is needed
  const prefix = dirname(dirname(process.execPath));
  const env = { ...process.env };
  if (existsSync(join(prefix, 'include/node/node_version.h'))) env.npm_config_nodedir = prefix;
  // npm's own script where npm started this, else npm from the path, which on Windows is a batch file
  const script = process.env.npm_execpath;
  const done = script
    ? run(process.execPath, [script, 'ci', '--no-audit', '--no-fund'], { env })
    : run('npm', ['ci', '--no-audit', '--no-fund'], { env, shell: process.platform === 'win32' });
  if (!done) {
    console.error('npm ci failed; see above. A C++ compiler, make and python3 are needed for the database.');
    process.exit(1);
  }
  writeFileSync(stamp, wanted);
}

/** Newest change of the files that something is made from. */
function newest(path) {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Was it made after the last change of its sources? */
function isFresh(stamp, sources) {
  const file = join(root, stamp);
  return existsSync(file) && statSync(file).mtimeMs > Math.max(...sources.map((p) => newest(join(root, p))));
}

/** Bundles a script unless that is done. @returns null when it failed, with the reason on standard error. */
function bundled(entry, folder, sources) {
  if (
    !isFresh(join(folder, 'stamp'), [entry, 'package-lock.json', 'bin/bundle.mjs', ...sources]) &&
    !run(process.execPath, ['bin/bundle.mjs', entry, folder])
  )
    return null;
  return join(root, folder, basename(entry).replace(/\.ts$/, '.mjs'));
}

/** The command line as plain modules, in a folder that is made anew when its sources change. */
export const bundledCommandLine = () =>
  bundled('bin/nestle.ts', 'node_modules/.cache/nestle', [
    'bin/commands',
    'src/core',
    'src/server',
    'src/solver',
    'src/standins',
  ]);

/** What loads the demo jobs, as plain modules. */
export const bundledDemoLoader = () =>
  bundled('bin/loadDemo.ts', 'node_modules/.cache/nestle-demo', ['src/core', 'src/server']);

/** Builds the application unless the last build is newer than its sources. */
export function ensureBuilt() {
  const stamp = '.next/.nestle-built';
  const sources = ['src', 'bin/serve.ts', 'next.config.mjs', 'package-lock.json', 'postcss.config.mjs'];
  if (isFresh(stamp, sources)) return true;
  console.error('Building …');
  if (!run(process.execPath, [toolScript('next'), 'build'])) return false;
  if (bundled('bin/serve.ts', '.next/serve', ['src/server/gate.ts']) === null) return false;
  writeFileSync(join(root, stamp), new Date().toISOString());
  return true;
}

export const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';

/** Installs Debian's nats-server for the tests of an office; says clearly when it can't. */
export function ensureNatsServer() {
  const found = () =>
    [process.env.NATS_SERVER, 'nats-server', '/usr/sbin/nats-server'].some(
      (command) => command && spawnSync(command, ['--version']).status === 0,
    );
  if (found()) return true;
  console.error('Installing nats-server from the Debian packages …');
  installPackages(['nats-server']);
  if (found()) return true;
  console.error(
    'nats-server could not be installed. The tests of an office need it:\n' +
      'on Debian, run “apt-get install nats-server” as root, then start the tests again.',
  );
  return false;
}

/** Installs packages of the system, as root or by sudo. */
function installPackages(names) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const asRoot = (args) =>
    process.getuid?.() === 0
      ? run('apt-get', args, { env })
      : run('sudo', ['-n', 'apt-get', ...args], { env });
  asRoot(['update', '-q']);
  asRoot(['install', '-y', '-q', '--no-install-recommends', ...names]);
}

/** Installs Debian's Chromium for the tests that drive the interface; says clearly when it can't. */
export function ensureChromium() {
  if (existsSync(chromium)) return true;
  console.error('Installing Chromium from the Debian packages …');
  installPackages(['chromium']);
  if (existsSync(chromium)) return true;
  console.error(
    `Chromium is not at ${chromium} and could not be installed. The end-to-end tests need it:\n` +
      'on Debian, run “apt-get install chromium” as root, then start the tests again.',
  );
  return false;
}
