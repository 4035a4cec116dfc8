import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { violationsOf } from './axe';
import { expect, openPage, test } from './server';

const plan = async (page: Page) => {
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.getByTestId('coverage').locator('path').first()).toBeAttached();
};
const saved = async (page: Page, button: string): Promise<string> => {
  const coming = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  return readFileSync(await (await coming).path(), 'utf8');
};

test('snags: what, why, how sure; one key mends, and undo brings it back', async ({ page }) => {
  await plan(page);
  const snags = page.getByTestId('snags');
  await expect(snags).toContainText('Copper runs to B between two buildings');
  await expect(snags).toContainText('(certain)');
  await page.keyboard.press('f');
  await expect(page.getByText('Fixed: Fibre to B')).toBeVisible();
  await expect(snags).not.toContainText('Copper runs to B');
  await page.keyboard.press('Control+z');
  await expect(snags).toContainText('Copper runs to B between two buildings');
  // what is about a link leads to the unit that it feeds
  await snags.getByRole('button', { name: /Copper runs to B/ }).click();
  await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('Uplink of B');
  await page.getByRole('button', { name: /House, Ground/ }).click();
  await page.getByTestId('sheet').click({ position: { x: 20, y: 300 } });
  await snags.getByRole('button', { name: /A is inside the meter cupboard/ }).click();
  await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText(
    'Modem-router, existing',
  );
});

test('the catalogue: a unit from its label, a price that is none, CSV out and in, a strange column refused', async ({
  page,
}) => {
  await plan(page);
  await page.getByRole('button', { name: 'Catalogue …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Catalogue of this job' });
  await dialog.getByRole('button', { name: 'Enter a product from its label' }).click();
  await dialog.getByLabel('Name').fill('Attic node, bought 2024');
  await dialog.getByLabel('Name').press('Enter');
  await dialog.getByLabel('Price').fill('-5');
  await dialog.getByLabel('Price').press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('From 0');
  await dialog.getByLabel('Price').fill('12');
  await dialog.getByLabel('Price').press('Enter');
  await expect(dialog.getByRole('button', { name: /Attic node, bought 2024.*12/ })).toBeVisible();
  expect(await violationsOf(page)).toEqual([]);

  const csv = await saved(page, 'CSV');
  expect(csv).toContain('Attic node, bought 2024');
  const take = (name: string, text: string) =>
    dialog
      .getByLabel('Catalogue file')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await take('strange.csv', csv.replace('name,', 'naem,'));
  await expect(page.getByText('Nothing was imported. naem: there is no column naem')).toBeVisible();
  await take('kits.csv', csv.replace('Attic node, bought 2024', 'Attic node, second hand'));
  await expect(dialog.getByRole('button', { name: /Attic node, second hand/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Attic node, second hand/ })).toBeVisible();
});

test('bill and labels come from the plan, channels are set in one step', async ({ page }) => {
  await plan(page);
  await page.getByRole('button', { name: 'Bill of materials, labels …' }).click();
  const dialog = page.getByRole('dialog', { name: 'Bill of materials and labour' });
  await expect(dialog.getByRole('row', { name: /^Total/ })).toContainText('278.94');
  await expect(dialog).toContainText('E1 A–B a');
  expect(await saved(page, 'Bill of materials, CSV')).toMatch(/^item,count,metres[\s\S]*Mesh node,1/);
  expect(await saved(page, 'Labels, CSV')).toContain('E1 A–B b');
  await page.keyboard.press('Escape');
  const channels = page.getByRole('region', { name: 'Channels' });
  await expect(channels).toContainText('No other channels share less');
  await channels.getByRole('button', { name: 'Set these channels' }).click();
  await expect(channels.getByRole('button', { name: 'Set these channels' })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(channels.getByRole('button', { name: 'Set these channels' })).toBeVisible();
});

test('on a phone: the snags are a tap away, and a cut stays when the drawer closes', async ({ browser }) => {
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await plan(page);
  await page.getByRole('button', { name: /^\d+ snags$/ }).tap();
  await expect(page.getByTestId('snags')).toContainText('Copper runs to B between two buildings');
  await expect(page.getByTestId('storey-areas')).toContainText('Parlour');
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await page.getByRole('button', { name: /^Spot 7,/ }).tap();
  await page.getByRole('button', { name: 'Show path profile' }).tap();
  await expect(page.getByTestId('cut-panel')).toContainText('From B to 7, Armchair');
  await expect(page.getByTestId('cut-way')).toBeInViewport();
  await page.close();
});
