/** npm test: everything that must hold, on a clean clone. The last line counts what passed and failed. */
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { testShare } from './testShare.mjs';
import { ensureChromium, ensureInstalled, ensureNatsServer, root, run, toolScript } from './setup.mjs';

const tool = (name, args, command = name) => run(process.execPath, [toolScript(name, command), ...args]);
const results = [];
/** Counts one check, or the tests of a runner's report. */
const note = (name, ok, sinceMs, counts = { passed: ok ? 1 : 0, failed: ok ? 0 : 1 }) => {
  results.push({ name, ok, ...counts });
  console.error(`${ok ? 'ok  ' : 'FAIL'} ${name} (${((performance.now() - sinceMs) / 1000).toFixed(0)} s)`);
  return ok;
};
/** Runs a check beside others; what it says is printed when it has ended. @param args of Node. */
const check = (name, args) =>
  new Promise((resolve) => {
    const since = performance.now();
    const child = spawn(process.execPath, args, { cwd: root });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('close', (code) => {
      if (code !== 0) console.error(said);
      resolve(note(name, code === 0, since));
    });
  });

const report = (file) => {
  try {
    return JSON.parse(readFileSync(join(root, file), 'utf8'));
  } catch (error) {
    console.error(`no report at ${file}: ${error.message}`);
    return null;
  }
};

/** What each failed end-to-end test said. @param suites of the report, nested. */
const failuresOf = (suites) =>
  suites.flatMap(({ suites: inner = [], specs = [] }) => [
    ...failuresOf(inner),
    ...specs
      .filter((spec) => !spec.ok)
      .flatMap(({ title, tests }) =>
        tests.flatMap((t) =>
          t.results.flatMap((r) => r.errors.map((e) => `${title}\n${stripVTControlCharacters(e.message)}`)),
        ),
      ),
  ]);

const startedMs = performance.now();
ensureInstalled();
const installedMs = performance.now();
const chromiumReady = ensureChromium();
// where it is missing the tests of an office fail and say so; all others run
ensureNatsServer();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'), { recursive: true });

const tsc = toolScript('typescript', 'tsc');
const cruise = toolScript('dependency-cruiser', 'depcruise');
// a core each: lint takes as long as all the rest
const [, built] = await Promise.all([
  (async () => {
    await check('lint', [toolScript('eslint'), '.', '--max-warnings', '0']);
    return check('format', [toolScript('prettier'), '--check', '--log-level', 'warn', '.']);
  })(),
  (async () => {
    await check('types', [tsc, '--noEmit']);
    await check('types of the core, without DOM or Node', [tsc, '--noEmit', '-p', 'src/core']);
    const rules = ['--config', '.dependency-cruiser.mjs', '--output-type', 'err'];
    await check('dependency rule', [cruise, 'src', ...rules]);
    await check('nothing unused', [toolScript('knip'), '--no-progress']);
    return check('build', [join(root, 'bin/build.mjs')]);
  })(),
]);

let since = performance.now();
const unitOk = tool('jest', ['--ci', '--json', '--outputFile=test-results/unit.json', '--silent']);
const unit = report('test-results/unit.json');
note('unit tests', unitOk, since, {
  passed: unit?.numPassedTests ?? 0,
  failed:
    (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? (unitOk ? 0 : 1)) || (unitOk ? 0 : 1),
});

if (built && chromiumReady) {
  since = performance.now();
  const e2eOk = tool('@playwright/test', ['test'], 'playwright');
  const e2e = report('test-results/e2e.json');
  const stats = e2e?.stats;
  // said again at the end: the running list is long
  for (const words of failuresOf(e2e?.suites ?? [])) console.error(words);
  note('end-to-end tests', e2eOk, since, {
    passed: (stats?.expected ?? 0) + (stats?.flaky ?? 0),
    failed: (stats?.unexpected ?? 0) + (stats?.skipped ?? 0) || (e2eOk ? 0 : 1),
  });
} else note('end-to-end tests', false, since);

/** Tests are at least this part of the code. */
const leastShare = 0.25;
const { tests, fixtures, all, share } = testShare();
note('share of tests', share >= leastShare, performance.now());
console.log(
  `Tests are ${(100 * share).toFixed(1)} % of ${all} lines of TypeScript (${tests}); ${((100 * (tests - fixtures)) / all).toFixed(1)} % without their fixtures in src/testing.`,
);
const minutes = (ms) => (ms / 60_000).toFixed(1);
console.log(
  `${minutes(performance.now() - installedMs)} minutes, and ${minutes(installedMs - startedMs)} to install.`,
);
const sum = (key) => results.reduce((total, r) => total + r[key], 0);
const failed = results.filter((r) => !r.ok);
if (failed.length) console.log(`Failed: ${failed.map((r) => r.name).join(', ')}`);
console.log(`${sum('passed')} passed, ${sum('failed')} failed`);
process.exit(failed.length ? 1 : 0);
