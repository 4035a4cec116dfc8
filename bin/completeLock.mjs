/**
 * npm run lock: npm leaves packages for other platforms out of package-lock.json when the registry in
 * use does not hold them, and then its own `npm ci` refuses the file. This writes each of them in with
 * its version, system and processor, so that `npm ci` knows them and, elsewhere, passes them over.
 */
import { readFileSync, writeFileSync } from 'node:fs';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const systems = [
  'darwin',
  'win32',
  'linux',
  'android',
  'freebsd',
  'openbsd',
  'netbsd',
  'openharmony',
  'sunos',
  'aix',
];
const processors = [
  'arm64',
  'x64',
  'arm',
  'ia32',
  'ppc64',
  's390x',
  'riscv64',
  'loong64',
  'mips64el',
  'wasm32',
];
const inName = (name, list) =>
  name
    .split(/[-/]/)
    .flatMap((part) => list.filter((word) => part === word || (word === 'arm' && part === 'armv7')));

let added = 0;
for (const [path, entry] of Object.entries(lock.packages))
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    if (lock.packages[`node_modules/${name}`] || lock.packages[`${path}/node_modules/${name}`]) continue;
    const [os, cpu] = [inName(name, systems), inName(name, processors)];
    // a package for no known system is passed over everywhere
    if (os.length === 0 && cpu.length === 0) os.push('none');
    lock.packages[`node_modules/${name}`] = {
      version,
      ...(cpu.length ? { cpu } : {}),
      ...(entry.dev ? { dev: true } : {}),
      optional: true,
      ...(os.length ? { os } : {}),
    };
    added++;
  }
const sorted = Object.entries(lock.packages).sort(([a], [b]) =>
  a === '' ? -1 : b === '' ? 1 : a.localeCompare(b, 'en'),
);
lock.packages = Object.fromEntries(sorted);
writeFileSync('package-lock.json', `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} packages for other platforms written into package-lock.json.`);
