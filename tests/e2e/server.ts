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

const answers = (page: Page) => page.waitForFunction(() => document.documentElement.dataset.live === 'true');

/** Opens a page and waits until it hears keys and clicks: on a busy machine what the server sent stands still for a while. */
export async function openPage(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await answers(page);
}

/** Opens the page that is open again. */
export async function reload(page: Page): Promise<void> {
  await page.reload();
  await answers(page);
}

/** Opens a stage of Quay House. */
export const visit = (page: Page, stage: string): Promise<void> =>
  openPage(page, `/jobs/quay-house/${stage}`);

/** Counts what a person does: each key, click or text that is handed over is one action. */
export function countActions(): { act: (doing: Promise<unknown>) => Promise<void>; count: () => number } {
  let actions = 0;
  return {
    act: async (doing) => {
      actions++;
      await doing;
    },
    count: () => actions,
  };
}
