import { type Page, test as base } from '@playwright/test';
import { type App, makeApp } from '../../bin/app';

/** One server for each of the tests that run side by side, with a database of its own; each test begins with clean demo jobs. */
export const test = base.extend<{ freshJobs: void }, { app: App }>({
  freshJobs: [
    async ({ app }, use) => {
      app.freshDemo();
      await use();
    },
    { auto: true },
  ],
  baseURL: ({ app }, provide) => provide(app.url),
  app: [
    // Playwright wants a destructured first argument even where nothing is used
    async ({}, use, { parallelIndex }) => {
      const app = makeApp(4399 + 40 * parallelIndex);
      await app.start();
      await use(app);
      await app.stop();
      app.discard();
    },
    { scope: 'worker', auto: true },
  ],
});
export { expect } from '@playwright/test';

/** Opens the ledger where a stage begins with it closed. */
export async function openLedger(page: Page): Promise<void> {
  await page.locator('.shell-ledger').getByRole('button', { name: 'Open', exact: true }).click();
}

/** Where a place of a building that fills its sheet lies on the screen; metres from the building's corner. */
export async function placeOnSheet(
  page: Page,
  widthM: number,
): Promise<(x: number, y: number) => [number, number]> {
  const outline = await page.getByTestId('building-outline').boundingBox();
  if (!outline) throw new Error('the sheet shows no building');
  const scale = outline.width / widthM;
  return (x, y) => [outline.x + x * scale, outline.y + y * scale];
}

/** Opens a stage of Quay House and waits until it hears keys and clicks. */
export async function visit(page: Page, stage: string): Promise<void> {
  await page.goto(`/jobs/quay-house/${stage}`);
  await page.waitForFunction(() => document.documentElement.dataset.live === 'true');
}
