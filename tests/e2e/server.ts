import { test as base } from '@playwright/test';
import { type App, makeApp } from '../../bin/app';

/** One database with the demo jobs for all tests; each test leaves Quay House’s own spots in place. */
export const test = base.extend<object, { app: App }>({
  app: [
    // Playwright wants a destructured first argument even where nothing is used
    async ({}, use) => {
      const app = makeApp(4399);
      await app.start();
      await use(app);
      await app.stop();
      app.discard();
    },
    { scope: 'worker', auto: true },
  ],
});
export { expect } from '@playwright/test';
