import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './bin/chromium';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/e2e',
  // each test begins with clean jobs, so that any of them can run beside any other
  fullyParallel: true,
  // one more than there are cores: speed tests and timers wait more than they work; each has a server and a database of its own
  workers: 3,
  retries: 0,
  // these find what hangs: a machine at a third of its pace, with others at work, is no fault
  timeout: 400_000,
  expect: { timeout: 60_000 },
  reporter: [['line'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // a picture of every step takes a third of the time: asked for with TRACE=1
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: chromiumLaunch,
  },
});
