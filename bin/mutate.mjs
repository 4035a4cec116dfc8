/**
 * npm run mutate: are the tests of the core worth anything? Makes small changes of the code, one at a time, and counts
 * those that no test notices. The changes are a seeded sample, so that two runs judge the same ones.
 *   --seed 1 --mutants 400 --files src/core --list (names the changes and stops) --report (writes docs/bench.md)
 *   --again FILE: of a run's output, those that were missed, once more
 */
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { createInjector } from 'typed-inject';
import jestConfig from '../jest.config.mjs';
import { root, toolScript } from './setup.mjs';

const { values: asked } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    mutants: { type: 'string', default: '400' },
    files: { type: 'string', default: 'src/core' },
    list: { type: 'boolean', default: false },
    report: { type: 'boolean', default: false },
    again: { type: 'string' },
  },
});
/** Words for people are not judged, nor tables of data. */
const excludedMutations = ['StringLiteral'];
const tables = ['src/core/templates/library.ts', 'src/core/templates/products.ts'];
/** Tests that are run against a change take no longer together, s; nearest ones first. What they miss is missed. */
const mostTestsS = 25;
const sandbox = join(root, 'test-results', 'mutate');
const coverageFolder = join(sandbox, 'covered');

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

const silent = () => undefined;
const logger = Object.fromEntries(
  ['trace', 'debug', 'info', 'warn', 'error', 'fatal'].map((l) => [l, silent]),
);
const instrumenter = createInjector()
  .provideValue('logger', { ...logger, isDebugEnabled: () => false, isTraceEnabled: () => false })
  .provideValue('options', {})
  .injectFunction(createInstrumenter);
/** The files with all changes in them, each behind a switch, and the list of changes. */
const instrument = (files) =>
  instrumenter.instrument(
    files.map(({ name, mutate = true }) => ({
      name,
      content: readFileSync(join(root, name), 'utf8'),
      mutate,
    })),
    { plugins: null, ignorers: [], excludedMutations },
  );
const keyOf = (m) => JSON.stringify([m.fileName, m.location, m.mutatorName, m.replacement]);

const files = readdirSync(join(root, asked.files), { recursive: true, withFileTypes: true })
  .filter((f) => f.isFile() && /\.ts$/.test(f.name) && !/\.test\.ts$|\.d\.ts$/.test(f.name))
  .map((f) => relative(root, join(f.parentPath, f.name)).replaceAll('\\', '/'))
  .filter((f) => !tables.includes(f))
  .sort();
const { mutants: possible } = await instrument(files.map((name) => ({ name })));
const all = possible.filter((m) => m.status !== 'Ignored');
const said = (m) =>
  `${m.fileName}:${m.location.start.line + 1}:${m.location.start.column} ${m.mutatorName} → ${m.replacement.replaceAll(/\s+/g, ' ').slice(0, 90)}`;
/** Those that an earlier run missed, by its output; where a line has moved since, they are not found again. */
const missedIn = (file) =>
  new Set([...readFileSync(file, 'utf8').matchAll(/^(?:missed|not run) +(.*)$/gm)].map((line) => line[1]));
const earlier = asked.again ? missedIn(asked.again) : new Set();
const random = randomFrom(Number(asked.seed));
const sample = asked.again
  ? all.filter((m) => earlier.has(said(m)))
  : all
      .map((m) => [random(), m])
      .sort((a, b) => a[0] - b[0])
      .slice(0, Number(asked.mutants))
      .map(([, m]) => m);
console.log(`${sample.length} of ${all.length} changes in ${files.length} files.`);
if (asked.list) {
  for (const m of sample) console.log(said(m));
  process.exit(0);
}

// a copy of the project with the sample in it
const startedMs = performance.now();
rmSync(sandbox, { recursive: true, force: true });
mkdirSync(coverageFolder, { recursive: true });
for (const part of [
  'src',
  'demo',
  'reference',
  'bench',
  'docs',
  'bin',
  'package.json',
  'tsconfig.json',
  '.dependency-cruiser.mjs',
])
  cpSync(join(root, part), join(sandbox, part), { recursive: true });
symlinkSync(join(root, 'node_modules'), join(sandbox, 'node_modules'), 'dir');
const wanted = new Set(sample.map(keyOf));
const places = Map.groupBy ? Map.groupBy(sample, (m) => m.fileName) : new Map();
if (!places.size) for (const m of sample) places.set(m.fileName, [...(places.get(m.fileName) ?? []), m]);
const made = await instrument(
  [...places].map(([name, list]) => ({ name, mutate: list.map((m) => m.location) })),
);
for (const f of made.files) writeFileSync(join(sandbox, f.name), f.content);
const mutants = made.mutants.filter((m) => m.status !== 'Ignored' && wanted.has(keyOf(m)));

writeFileSync(
  join(sandbox, 'covered.cjs'),
  `const { writeFileSync } = require('node:fs');
const { createHash } = require('node:crypto');
afterAll(() => {
  const ids = Object.keys(globalThis.__stryker__?.mutantCoverage?.static ?? {});
  const name = createHash('sha1').update(expect.getState().testPath).digest('hex');
  writeFileSync(${JSON.stringify(coverageFolder)} + '/' + name + '.json', JSON.stringify({ path: expect.getState().testPath, ids }));
});\n`,
);
writeFileSync(
  join(sandbox, 'inOrder.cjs'),
  `const { default: Sequencer } = require('@jest/test-sequencer');
const order = (process.env.TEST_ORDER ?? '').split(';');
module.exports = class extends Sequencer {
  sort(tests) { return order.length > 1 ? [...tests].sort((a, b) => order.indexOf(a.path) - order.indexOf(b.path)) : super.sort(tests); }
};\n`,
);
const config = join(sandbox, 'jest.config.json');
writeFileSync(
  config,
  JSON.stringify({
    ...jestConfig,
    rootDir: sandbox,
    testMatch: ['<rootDir>/src/**/*.test.ts'],
    testSequencer: join(sandbox, 'inOrder.cjs'),
    setupFilesAfterEnv: [join(sandbox, 'covered.cjs')],
  }),
);

/** Runs tests with one change switched on. @returns 'passed', 'failed', or 'hung' past the time. */
function jest(args, { mutant, order = [], withinMs = Infinity, output } = {}) {
  return new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      [toolScript('jest', 'jest'), '--config', config, '--ci', '--silent', ...args],
      {
        cwd: sandbox,
        stdio: output ?? 'ignore',
        env: {
          ...process.env,
          TEST_ORDER: order.join(';'),
          ...(mutant && { __STRYKER_ACTIVE_MUTANT__: mutant.id }),
        },
      },
    );
    const timer = Number.isFinite(withinMs) && setTimeout(() => child.kill('SIGKILL'), withinMs);
    child.on('close', (code) => {
      clearTimeout(timer);
      resolve(code === 0 ? 'passed' : code === null ? 'hung' : 'failed');
    });
  });
}

const timesFile = join(sandbox, 'times.json');
const first = await jest(['--json', `--outputFile=${timesFile}`], {
  output: ['ignore', 'ignore', 'inherit'],
});
if (first !== 'passed') throw new Error('the tests do not pass without a change');
const times = new Map(
  JSON.parse(readFileSync(timesFile, 'utf8')).testResults.map((t) => [
    t.name,
    (t.endTime - t.startTime) / 1000,
  ]),
);
const covers = readdirSync(coverageFolder).map((f) =>
  JSON.parse(readFileSync(join(coverageFolder, f), 'utf8')),
);
console.log(`Tests pass without a change; ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);

/** Test files that run a change: those of its own file and folder first, quick ones first, up to the time there is. */
function testsOf(mutant) {
  const file = join(sandbox, mutant.fileName);
  const nearness = (path) =>
    path === file.replace(/\.ts$/, '.test.ts') ? 0 : dirname(path) === dirname(file) ? 1 : 2;
  let sum = 0;
  return covers
    .filter((c) => c.ids.includes(mutant.id))
    .map((c) => c.path)
    .sort((a, b) => nearness(a) - nearness(b) || times.get(a) - times.get(b))
    .filter((path, i) => {
      sum += times.get(path);
      return i === 0 || sum <= mostTestsS;
    });
}

const missed = [];
let noticed = 0;
const queue = [...mutants];
await Promise.all(
  Array.from({ length: availableParallelism() }, async () => {
    for (let mutant = queue.shift(); mutant; mutant = queue.shift()) {
      const order = testsOf(mutant);
      const expectedMs = 1000 * order.reduce((sum, path) => sum + times.get(path), 0);
      const end = order.length
        ? await jest(['--runInBand', '--bail', '--runTestsByPath', ...order], {
            mutant,
            order,
            withinMs: 20_000 + 3 * expectedMs,
          })
        : 'not run';
      if (end === 'passed' || end === 'not run') {
        missed.push(mutant);
        console.log(`${end === 'passed' ? 'missed ' : 'not run'} ${said(mutant)}`);
      } else noticed++;
      const done = noticed + missed.length;
      if (done % 25 === 0) console.log(`${done} of ${mutants.length}: ${noticed} noticed`);
    }
  }),
);
const judged = noticed + missed.length;
const line = `${noticed} of ${judged} changes noticed: ${((100 * noticed) / judged).toFixed(1)} % (seed ${asked.seed}, of ${all.length} possible, ${((performance.now() - startedMs) / 60_000).toFixed(0)} min)`;
console.log(line);
rmSync(sandbox, { recursive: true, force: true });
if (asked.report) {
  const page = join(root, 'docs/bench.md');
  const text = readFileSync(page, 'utf8');
  writeFileSync(page, text.replace(/(<!-- mutate -->\n)[^]*?(\n<!-- \/mutate -->)/, `$1\n${line}.\n$2`));
}
