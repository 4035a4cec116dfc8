import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base } from '@playwright/test';

const port = 4399;

/** The built application on a database of its own, which a test may stop and start again. */
export interface App {
  start(): Promise<void>;
  stop(): Promise<void>;
  folder: string;
}

async function answers(): Promise<boolean> {
  try {
    return (await fetch(`http://127.0.0.1:${port}/api/jobs`)).ok;
  } catch {
    return false;
  }
}

function makeApp(): App {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-e2e-'));
  const env = { ...process.env, NESTLE_DATA: folder, NEXT_TELEMETRY_DISABLED: '1' };
  spawnSync('node_modules/.bin/tsx', ['bin/loadDemo.ts'], { env, stdio: 'inherit' });
  let server: ChildProcess | undefined;
  return {
    folder,
    async start() {
      server = spawn(
        process.execPath,
        ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(port)],
        {
          env,
          stdio: 'ignore',
          detached: true,
        },
      );
      for (let i = 0; i < 150 && !(await answers()); i++) await new Promise((done) => setTimeout(done, 200));
      if (!(await answers())) throw new Error('the application did not start');
    },
    async stop() {
      const running = server;
      if (!running?.pid) return;
      const gone = new Promise((done) => running.once('exit', done));
      process.kill(-running.pid, 'SIGKILL');
      await gone;
      for (let i = 0; i < 50 && (await answers()); i++) await new Promise((done) => setTimeout(done, 100));
    },
  };
}

/** Each test file gets a fresh database with the demo jobs. */
export const test = base.extend<object, { app: App }>({
  app: [
    // Playwright wants a destructured first argument even where nothing is used
    async ({}, use) => {
      const app = makeApp();
      await app.start();
      await use(app);
      await app.stop();
      rmSync(app.folder, { recursive: true, force: true });
    },
    { scope: 'worker', auto: true },
  ],
});
export { expect } from '@playwright/test';
