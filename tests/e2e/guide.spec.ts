/** The guide: opened at the page for what is on screen, searched, read without a network. */
import { violationsOf } from './axe';
import { expect, openPage, test } from './server';

test('F1 opens the page of the stage that is open, with its picture; Escape closes it', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/links');
  await page.keyboard.press('F1');
  const guide = page.getByRole('dialog', { name: 'Guide' });
  const shown = guide.getByTestId('guide-page');
  await expect(shown.getByRole('heading', { level: 2 }).first()).toHaveText('Links');
  const picture = shown.getByRole('img').first();
  await expect.poll(() => picture.evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBeGreaterThan(600);
  expect(await violationsOf(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(guide).toBeHidden();
  await page.getByRole('button', { name: 'Guide to this page (F1)' }).click();
  await expect(shown).toBeVisible();
});

test('the guide is searched by any word, and found by Ctrl K', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/plan');
  await page.keyboard.press('F1');
  const guide = page.getByRole('dialog', { name: 'Guide' });
  const list = guide.getByRole('navigation').getByRole('listitem');
  await expect(list.first()).toHaveText('Where to begin');
  await expect(list).toHaveCount(15);
  await guide.getByLabel('Search the guide').fill('terminator');
  await expect(list).toHaveText(['Coax (MoCA)']);
  await list.first().getByRole('button').click();
  await expect(guide.getByTestId('guide-page')).toContainText('Satellite cables');
  await guide.getByLabel('Search the guide').fill('xyzzy');
  await expect(guide).toContainText('No page contains these words.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('measuring well');
  await page.keyboard.press('Enter');
  await expect(guide.getByTestId('guide-page')).toContainText('Stand where the person uses the network');
  await guide.getByRole('button', { name: 'Keys and commands' }).click();
  await expect(page.getByRole('option', { name: /Where to begin/ })).toBeVisible();
});

test('a guide that can not be read says so, and is read when it can', async ({ page }) => {
  let isBroken = true;
  await page.route('**/api/guide', (route) =>
    isBroken ? route.fulfill({ status: 500, json: { error: 'no' } }) : route.continue(),
  );
  await openPage(page, '/jobs/quay-house/plan');
  await page.keyboard.press('F1');
  const guide = page.getByRole('dialog', { name: 'Guide' });
  await expect(guide).toContainText('could not be loaded');
  await guide.getByRole('button', { name: 'Try again' }).click();
  await expect(guide).toContainText('could not be loaded');
  isBroken = false;
  await guide.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByTestId('guide-page')).toBeVisible();
  await expect(guide).not.toContainText('could not be loaded');
});
