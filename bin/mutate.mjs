/**
 * npm run mutate: are the tests of the core worth anything? Changes the code in small ways and counts the changes that
 * no test notices. A seeded sample of places is taken, so that two runs judge the same changes.
 *   --seed 1 --mutants 400 --files src/core/propagation --list (names the places and stops)
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { createInjector } from 'typed-inject';
import jestConfig from '../jest.config.mjs';
import { root } from './setup.mjs';

const { values: asked } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    mutants: { type: 'string', default: '400' },
    files: { type: 'string', default: 'src/core' },
    list: { type: 'boolean', default: false },
    report: { type: 'boolean', default: false },
  },
});
/** A place with more changes than this inside is left: a whole function that is gone is noticed too easily. */
const mostAtOnePlace = 2;
/** Words for people are not judged, nor tables of data. */
const excludedMutations = ['StringLiteral'];
const tables = ['src/core/templates/library.ts', 'src/core/templates/products.ts'];

/** Random numbers from a seed, 0 … 1 (mulberry32). */
function randomFrom(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const within = (inner, outer) =>
  (inner.start.line > outer.start.line ||
    (inner.start.line === outer.start.line && inner.start.column >= outer.start.column)) &&
  (inner.end.line < outer.end.line ||
    (inner.end.line === outer.end.line && inner.end.column <= outer.end.column));

/** Every change that could be made in these files. */
async function everyMutant(files) {
  const silent = () => undefined;
  const logger = Object.fromEntries(
    ['trace', 'debug', 'info', 'warn', 'error', 'fatal'].map((level) => [level, silent]),
  );
  const quiet = { ...logger, isDebugEnabled: () => false, isTraceEnabled: () => false };
  const instrumenter = createInjector()
    .provideValue('logger', quiet)
    .provideValue('options', {})
    .injectFunction(createInstrumenter);
  const { mutants } = await instrumenter.instrument(
    files.map((name) => ({ name, content: readFileSync(name, 'utf8'), mutate: true })),
    { plugins: null, ignorers: [], excludedMutations },
  );
  return mutants.filter((m) => !m.ignoreReason && m.location);
}

const files = readdirSync(join(root, asked.files), { recursive: true, withFileTypes: true })
  .filter((f) => f.isFile() && /\.ts$/.test(f.name) && !/\.test\.ts$|\.d\.ts$/.test(f.name))
  .map((f) => relative(root, join(f.parentPath, f.name)).replaceAll('\\', '/'))
  .filter((f) => !tables.includes(f))
  .sort();
process.chdir(root);
const all = await everyMutant(files);
const random = randomFrom(Number(asked.seed));
const shuffled = all.map((m) => [random(), m]).sort((a, b) => a[0] - b[0]);
const chosen = new Set();
const places = [];
for (const [, mutant] of shuffled) {
  if (chosen.size >= Number(asked.mutants)) break;
  if (chosen.has(mutant)) continue;
  const inside = all.filter((m) => m.fileName === mutant.fileName && within(m.location, mutant.location));
  if (inside.length > mostAtOnePlace) continue;
  inside.forEach((m) => chosen.add(m));
  const { start, end } = mutant.location;
  const file = relative(root, mutant.fileName).replaceAll('\\', '/');
  places.push(`${file}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`);
}
console.log(`${chosen.size} of ${all.length} changes, at ${places.length} places in ${files.length} files.`);
if (asked.list) {
  console.log(places.join('\n'));
  process.exit(0);
}

const startedMs = performance.now();
const results = await new Stryker({
  mutate: places,
  mutator: { excludedMutations },
  testRunner: 'jest',
  jest: {
    projectType: 'custom',
    enableFindRelatedTests: false,
    config: {
      ...jestConfig,
      testMatch: ['<rootDir>/src/core/**/*.test.ts', '<rootDir>/src/solver/**/*.test.ts'],
      maxWorkers: 1,
    },
  },
  coverageAnalysis: 'perTest',
  // a change that is made once for all tests would need all of them, each time
  ignoreStatic: true,
  concurrency: availableParallelism(),
  timeoutMS: 20_000,
  timeoutFactor: 2,
  reporters: ['progress', 'json'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  tempDirName: 'test-results/mutate',
  ignorePatterns: ['/data', '/test-results', '/.next', '/tests'],
  allowConsoleColors: false,
  warnings: false,
}).runMutationTest();

const of = (...states) => results.filter((r) => states.includes(r.status));
const [noticed, missed] = [of('Killed', 'Timeout', 'RuntimeError'), of('Survived', 'NoCoverage')];
const judged = noticed.length + missed.length;
for (const m of missed)
  console.log(
    `${m.status === 'NoCoverage' ? 'not run' : 'missed '} ${relative(root, m.fileName)}:${m.location.start.line}:${m.location.start.column} ${m.mutatorName} → ${String(m.replacement).replaceAll('\n', ' ').slice(0, 80)}`,
  );
const share = ((100 * noticed.length) / judged).toFixed(1);
const line = `${noticed.length} of ${judged} changes noticed: ${share} % (${of('NoCoverage').length} in code that no test runs, ${of('Ignored').length} left out as they are made before any test), seed ${asked.seed}, ${((performance.now() - startedMs) / 60_000).toFixed(0)} min`;
console.log(line);
if (asked.report) {
  const page = join(root, 'docs/bench.md');
  const text = readFileSync(page, 'utf8');
  writeFileSync(page, text.replace(/(<!-- mutate -->\n)[^]*?(\n<!-- \/mutate -->)/, `$1${line}.$2`));
}
