/** All of it by keyboard, and what the keys promise. */
import type { Page } from '@playwright/test';
import { expect, openLedger, openPage, test } from './server';

const open = async (page: Page, stage: string) => {
  await openPage(page, `/jobs/quay-house/${stage}`);
  await expect(page.getByTestId('sheet')).toBeVisible();
};
const sheetName = (page: Page) => page.getByTestId('sheet').getAttribute('aria-label');

test('number keys go through the stages, page keys through the storeys', async ({ page }) => {
  await open(page, 'plan');
  for (const [key, stage] of [
    ['1', 'survey'],
    ['2', 'before'],
    ['6', 'prove'],
    ['7', 'handover'],
    ['3', 'plan'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveURL(new RegExp(`/${stage}$`));
    await expect(page.locator('nav[aria-label="Stages"] [aria-current="page"]')).toHaveAttribute(
      'href',
      new RegExp(`${stage}$`),
    );
  }
  expect(await sheetName(page)).toContain('Ground floor');
  await page.keyboard.press('PageUp');
  expect(await sheetName(page)).toContain('First floor');
  await page.keyboard.press('PageUp');
  expect(await sheetName(page)).toContain('Attic');
  await page.keyboard.press('PageUp');
  expect(await sheetName(page)).toContain('Attic');
  for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown');
  expect(await sheetName(page)).toContain('Cellar');
});

test('marks on the drawing are reached and used without a pointer', async ({ page }) => {
  await open(page, 'plan');
  await page.getByRole('button', { name: /^Spot 7,/ }).focus();
  await page.keyboard.press('Enter');
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector).toContainText('Armchair, Parlour');
  await page.keyboard.press('Escape');
  await expect(inspector).not.toContainText('Armchair');
  await page
    .getByRole('button', { name: /Boat shed/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  expect(await sheetName(page)).toContain('Boat shed');
  await page.locator('tr[data-spot="9"]').focus();
  await page.keyboard.press('Enter');
  expect(await sheetName(page)).toContain('Cellar');
});

test('arrows nudge 5 cm, with Shift 50 cm; Del removes; undo brings back', async ({ page }) => {
  await open(page, 'survey');
  await openLedger(page);
  await page.getByRole('button', { name: /^Spot 7,/ }).focus();
  await page.keyboard.press('Enter');
  const east = page.getByLabel('East of the corner');
  await expect(east).toHaveValue('1.70 m');
  await page.keyboard.press('ArrowRight');
  await expect(east).toHaveValue('1.75 m');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(east).toHaveValue('2.25 m');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(east).toHaveValue('1.70 m');
  await page.keyboard.press('Delete');
  await expect(page.locator('tr[data-spot="7"]')).toHaveCount(0);
  await expect(page.getByText(/and 5 that belong to it/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('tr[data-spot="7"]')).toContainText('Armchair');
});

test('keys do nothing to the house while someone types', async ({ page }) => {
  await open(page, 'survey');
  await page.getByRole('button', { name: /^Spot 7,/ }).click();
  const name = page.getByLabel('Name', { exact: true }).first();
  await name.fill('');
  await name.pressSequentially('s1 w2 d3');
  await expect(page).toHaveURL(/\/survey$/);
  await expect(name).toHaveValue('s1 w2 d3');
  await name.press('Escape');
  await expect(name).toHaveValue('Armchair');
});

test('anything in the job is found by any part of its name, the last first', async ({ page }) => {
  await open(page, 'plan');
  await page.keyboard.press('Control+k');
  const list = page.getByRole('dialog');
  await page.keyboard.type('attic');
  await expect(list.getByRole('option', { name: 'Add a data outlet' })).toHaveCount(0);
  await list.getByRole('option', { name: /^Attic den/ }).click();
  await expect(list).toBeHidden();
  await expect(page.getByRole('heading', { name: /attic/i }).first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(list.getByRole('option').first()).toContainText('Attic den');
  await page.keyboard.type('a to b');
  await expect(list.getByRole('option').first()).toContainText('A to B');
  await expect(list.getByRole('option', { selected: true })).toContainText('A to B');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/links$/);
});

test('every command is in the list, and the list runs it', async ({ page }) => {
  await open(page, 'plan');
  await page.keyboard.press('Control+k');
  const list = page.getByRole('dialog');
  await expect(list).toBeVisible();
  for (const name of [
    'Survey',
    'Hand over',
    'Storey above',
    'Draw a wall',
    'Place a unit',
    'Undo',
    'Show certainty',
  ])
    await expect(list.getByRole('option', { name, exact: false }).first()).toBeAttached();
  await page.keyboard.type('certainty');
  await page.keyboard.press('Enter');
  await expect(list).toBeHidden();
  await expect(page.getByRole('radio', { name: 'Certainty' })).toBeChecked();
  await page.keyboard.press('?');
  await expect(list).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(list).toBeHidden();
});
