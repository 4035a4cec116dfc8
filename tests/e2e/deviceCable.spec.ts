/** A television gets a cable: chosen by what the job calls it, counted in ports, bill and runbook, and taken back. */
import { violationsOf } from './axe';
import { expect, openPage, test } from './server';

test('a television gets a cable: a port of its unit, a line of the bill, a step of the runbook; undo takes it away', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/survey');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/Find a room/).fill('televis');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Television' })).toBeVisible();
  await page.getByLabel('From unit').selectOption({ label: 'A, Pantry shelf' });
  await expect(page.getByLabel('Holes to drill')).toBeVisible();
  await page.getByLabel('Holes to drill').fill('1');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('save-state')).toContainText('saved');
  expect(await violationsOf(page)).toEqual([]);

  // what hangs on the ports of A
  const stages = page.getByRole('navigation', { name: 'Stages' });
  await stages.getByRole('link', { name: /Plan/ }).click();
  await expect(page).toHaveURL(/\/plan$/);
  await page.getByRole('button', { name: /House, Ground floor/ }).click();
  await page.getByRole('button', { name: /^Unit A/ }).click();
  await expect(page.getByRole('region', { name: 'Ports of A' })).toContainText('Television');

  // found again by its name, with the catalogue and the runbook
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/Find a room/).fill('lay the cable, a to tele');
  await page.getByRole('option', { name: /Lay the cable, A to Television/ }).click();
  await expect(page).toHaveURL(/\/install$/);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/Find a room/).fill('catalogue');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByText('Small node').first()).toBeVisible();
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: /^Undo: Holes of the cable to Television/ }).click();
  await page.getByRole('button', { name: /^Undo: Cable from A to Television/ }).click();
  await page.getByRole('button', { name: /^Unit A/ }).click();
  await expect(page.getByRole('region', { name: 'Ports of A' })).not.toContainText('Television');
});
