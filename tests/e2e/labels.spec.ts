/** Words on drawings: where they stand on the page, read from the page itself. */
import { expect, openPage, test } from './server';
import type { Page } from 'playwright-core';

/** Pairs of words of which one covers the other by more than a pixel each way, as the browser has laid them out. */
const coveredWords = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const words = [...document.querySelectorAll('[data-label]')].map((e) => ({
      text: `${e.getAttribute('data-label')} ${e.textContent}`,
      box: e.getBoundingClientRect(),
    }));
    return words.flatMap((a, i) =>
      words.slice(i + 1).flatMap((b) => {
        const w = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const h = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        return w > 1 && h > 1 ? [`${a.text} on ${b.text}`] : [];
      }),
    );
  });

const wordsOn = (page: Page) => page.locator('[data-label]').count();

for (const [job, stages] of [
  ['quay-house', ['survey', 'before', 'plan']],
  ['tannery-lofts-7', ['plan']],
] as const)
  for (const stage of stages)
    test(`${job}, ${stage}: no word covers another on any storey, at three sizes`, async ({ page }) => {
      await openPage(page, `/jobs/${job}/${stage}`);
      const storeys = page.locator('[data-storey]');
      const names = await storeys.evaluateAll((all) => all.map((e) => e.getAttribute('data-storey')));
      expect(names.length).toBeGreaterThan(0);
      let most = 0;
      let rooms = 0;
      for (const name of names) {
        await page.locator(`[data-storey="${name}"]`).click({ force: true });
        await expect(page.locator(`[data-storey="${name}"]`)).toHaveAttribute('aria-pressed', 'true');
        if (stage !== 'survey')
          await expect(page.locator('[data-testid=coverage] path').first()).toBeAttached();
        await page.getByRole('button', { name: 'Fit', exact: true }).click();
        for (let zoom = 0; zoom < 3; zoom++) {
          await expect.poll(() => coveredWords(page)).toEqual([]);
          most = Math.max(most, await wordsOn(page));
          rooms = Math.max(rooms, await page.locator('[data-label="name"]').count());
          for (let k = 0; k < 2; k++)
            await page.getByRole('button', { name: 'Zoom in', exact: true }).click();
        }
      }
      expect(most).toBeGreaterThan(8);
      // the names of rooms are among them
      expect(rooms).toBeGreaterThan(1);
    });

test('words stay where they are while the plan is moved, and on the wiring none covers another', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.locator('[data-testid=coverage] path').first()).toBeAttached();
  const places = () =>
    page.locator('[data-label]').evaluateAll((all) =>
      all.map((e) => {
        const { left, top } = e.getBoundingClientRect();
        return [e.textContent, left, top] as const;
      }),
    );
  await expect.poll(() => wordsOn(page)).toBeGreaterThan(10);
  const sheet = await page.getByTestId('sheet').boundingBox();
  if (!sheet) throw new Error('no sheet');
  // what is coarse comes first, and its words are others
  await expect(page.locator('[data-quality=fine]')).toBeAttached();
  let before = await places();
  await expect
    .poll(
      async () => {
        const last = before;
        before = await places();
        return JSON.stringify(before) === JSON.stringify(last);
      },
      { intervals: [1500] },
    )
    .toBe(true);
  await page.mouse.move(sheet.x + 40, sheet.y + sheet.height - 30);
  await page.mouse.down();
  await page.mouse.move(sheet.x + 70, sheet.y + sheet.height - 50, { steps: 3 });
  await page.mouse.up();
  const after = await places();
  expect(after.map(([text]) => text)).toEqual(before.map(([text]) => text));
  const [dx, dy] = [
    (after[0]?.[1] ?? 0) - (before[0]?.[1] ?? 0),
    (after[0]?.[2] ?? 0) - (before[0]?.[2] ?? 0),
  ];
  expect(Math.hypot(dx, dy)).toBeGreaterThan(20);
  for (const [i, [text, left, top]] of after.entries()) {
    expect(Math.abs(left - (before[i]?.[1] ?? 0) - dx), text ?? '').toBeLessThan(1);
    expect(Math.abs(top - (before[i]?.[2] ?? 0) - dy), text ?? '').toBeLessThan(1);
  }
  await openPage(page, '/jobs/quay-house/links');
  await expect.poll(() => wordsOn(page)).toBeGreaterThan(15);
  expect(await coveredWords(page)).toEqual([]);
});

test('panels beside the sheet close, the ledger is made higher, and both are so after a reload', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/plan');
  const widthOf = async () => (await page.getByTestId('sheet').boundingBox())?.width ?? 0;
  const before = await widthOf();
  await page.getByRole('button', { name: 'Close the panel at the right' }).click();
  await expect.poll(widthOf).toBeGreaterThan(before + 300);
  await page.getByRole('button', { name: 'Close the panel at the left' }).click();
  await expect(page.getByRole('complementary', { name: 'Property' })).toBeHidden();
  const handle = page.getByRole('slider', { name: 'Height of the spot table' });
  await expect(handle).toHaveAttribute('aria-valuenow', '214');
  await handle.focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(handle).toHaveAttribute('aria-valuenow', '262');
  const at = await handle.boundingBox();
  if (!at) throw new Error('no handle');
  await page.mouse.move(at.x + 200, at.y + 4);
  await page.mouse.down();
  await page.mouse.move(at.x + 200, at.y + 84, { steps: 4 });
  await page.mouse.up();
  await expect(handle).toHaveAttribute('aria-valuenow', '182');
  await page.reload();
  await expect(handle).toHaveAttribute('aria-valuenow', '182');
  await expect(page.getByRole('button', { name: 'Open the panel at the left' })).toBeVisible();
  // nothing was measured after the work: no column for that
  const head = page.getByRole('region', { name: 'Spot table' }).getByRole('columnheader');
  await expect(head).toHaveCount(8);
  await page.getByRole('button', { name: 'Open the panel at the right' }).click();
  await page.getByRole('button', { name: 'Open the panel at the left' }).click();
  await expect(head).toHaveCount(8);
  // in a narrow table what limits goes first
  await page.setViewportSize({ width: 1180, height: 800 });
  await expect(head).toHaveCount(7);
});
