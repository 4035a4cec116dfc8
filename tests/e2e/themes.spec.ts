/** The application in the dark and in the sun. */
import { violationsOf } from './axe';
import { expect, openPage, reload, test } from './server';

const pages = ['', 'survey', 'before', 'plan', 'links', 'install', 'prove', 'handover', 'report'] as const;

for (const theme of ['dark', 'sun'] as const)
  test(`${theme}: axe finds nothing on any page`, async ({ page, context, baseURL }) => {
    await context.addCookies([{ name: 'nestle-theme', value: theme, url: baseURL ?? '' }]);
    for (const name of pages) {
      await openPage(page, name === '' ? '/' : `/jobs/quay-house/${name}`);
      await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
      expect(await violationsOf(page), name).toEqual([]);
    }
  });

const ground = () => getComputedStyle(document.body).backgroundColor;
const dark = 'rgb(20, 24, 30)';
const light = 'rgb(247, 244, 236)';

test('colours follow the machine until they are chosen; chosen, they last, and paper stays light', async ({
  page,
}) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await openPage(page, '/');
  expect(await page.evaluate(ground)).toBe(dark);
  await page.getByLabel('Colours', { exact: true }).selectOption({ label: 'light' });
  expect(await page.evaluate(ground)).toBe(light);
  await reload(page);
  expect(await page.evaluate(ground)).toBe(light);
  await openPage(page, '/jobs/quay-house/plan');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('colours dark');
  await page.keyboard.press('Enter');
  await expect.poll(() => page.evaluate(ground)).toBe(dark);
  await openPage(page, '/jobs/quay-house/report');
  expect(await page.evaluate(ground)).toBe(dark);
  const paper = () => page.locator('.report').evaluate((e) => getComputedStyle(e).backgroundColor);
  expect(await paper()).toBe('rgb(255, 253, 248)');
  await page.emulateMedia({ media: 'print' });
  expect(await page.evaluate(ground)).toBe('rgb(255, 255, 255)');
});

test('what is drawn on a canvas while a unit is dragged has the colours of the page', async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: 'nestle-theme', value: 'dark', url: baseURL ?? '' }]);
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.locator('[data-testid=coverage] path').first()).toBeAttached();
  const peg = await page.locator('[data-unit="A"]').first().boundingBox();
  if (!peg) throw new Error('no unit');
  await page.mouse.move(peg.x + 17, peg.y + 14);
  await page.mouse.down();
  await page.mouse.move(peg.x - 60, peg.y + 60, { steps: 6 });
  const canvas = page.getByTestId('coverage-moving');
  await expect
    .poll(() => canvas.evaluate((c) => Number((c as HTMLCanvasElement).dataset.drawn ?? 0)))
    .toBeGreaterThan(1);
  /** Mean brightness of what is drawn there, 0 … 255. */
  const brightness = await canvas.evaluate((c) => {
    const { width, height } = c as HTMLCanvasElement;
    const { data } = (c as HTMLCanvasElement).getContext('2d')?.getImageData(0, 0, width, height) ?? {
      data: [],
    };
    let [sum, n] = [0, 0];
    for (let i = 0; i < data.length; i += 4)
      if ((data[i + 3] ?? 0) > 200) {
        sum += ((data[i] ?? 0) + (data[i + 1] ?? 0) + (data[i + 2] ?? 0)) / 3;
        n++;
      }
    return n ? sum / n : 255;
  });
  await page.mouse.up();
  expect(brightness).toBeLessThan(130);
});
