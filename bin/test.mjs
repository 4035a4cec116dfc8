/** npm test: everything that must hold, on a clean clone. The last line counts what passed and failed. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { testShare } from './testShare.mjs';
import { ensureBuilt, ensureChromium, ensureInstalled, root, run, toolScript } from './setup.mjs';

const tool = (name, args, command = name) => run(process.execPath, [toolScript(name, command), ...args]);
const results = [];
let since = performance.now();
/** Counts one check, or the tests of a runner's report. */
const note = (name, ok, counts = { passed: ok ? 1 : 0, failed: ok ? 0 : 1 }) => {
  results.push({ name, ok, ...counts });
  const seconds = ((performance.now() - since) / 1000).toFixed(0);
  since = performance.now();
  console.error(`${ok ? 'ok  ' : 'FAIL'} ${name} (${seconds} s)`);
};
const check = (name, ...command) => note(name, tool(...command));

const report = (file) => {
  try {
    return JSON.parse(readFileSync(join(root, file), 'utf8'));
  } catch (error) {
    console.error(`no report at ${file}: ${error.message}`);
    return null;
  }
};

ensureInstalled();
const chromiumReady = ensureChromium();
rmSync(join(root, 'test-results'), { recursive: true, force: true });
mkdirSync(join(root, 'test-results'), { recursive: true });

check('format', 'prettier', ['--check', '--log-level', 'warn', '.']);
check('lint', 'eslint', ['.', '--max-warnings', '0']);
check('types', 'typescript', ['--noEmit'], 'tsc');
check('types of the core, without DOM or Node', 'typescript', ['--noEmit', '-p', 'src/core'], 'tsc');
check(
  'dependency rule',
  'dependency-cruiser',
  ['src', '--config', '.dependency-cruiser.mjs', '--output-type', 'err'],
  'depcruise',
);
check('nothing unused', 'knip', ['--no-progress']);

const unitOk = tool('jest', ['--json', '--outputFile=test-results/unit.json', '--silent']);
const unit = report('test-results/unit.json');
note('unit tests', unitOk, {
  passed: unit?.numPassedTests ?? 0,
  failed:
    (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? (unitOk ? 0 : 1)) || (unitOk ? 0 : 1),
});

const built = ensureBuilt();
note('build', built);

if (built && chromiumReady) {
  const e2eOk = tool('@playwright/test', ['test'], 'playwright');
  const stats = report('test-results/e2e.json')?.stats;
  note('end-to-end tests', e2eOk, {
    passed: (stats?.expected ?? 0) + (stats?.flaky ?? 0),
    failed: (stats?.unexpected ?? 0) + (stats?.skipped ?? 0) || (e2eOk ? 0 : 1),
  });
} else note('end-to-end tests', false);

const { tests, all, share } = testShare();
console.log(`Tests are ${(100 * share).toFixed(1)} % of ${all} lines of TypeScript (${tests}).`);
const sum = (key) => results.reduce((total, r) => total + r[key], 0);
const failed = results.filter((r) => !r.ok);
if (failed.length) console.log(`Failed: ${failed.map((r) => r.name).join(', ')}`);
console.log(`${sum('passed')} passed, ${sum('failed')} failed`);
process.exit(failed.length ? 1 : 0);
