import { defineConfig } from '@playwright/test';
import { chromiumLaunch } from './bin/chromium';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/e2e',
  fullyParallel: false,
  // one more than there are cores: speed tests and timers wait more than they work; each has a server and a database of its own
  workers: 3,
  retries: 0,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['line'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: chromiumLaunch,
  },
});
