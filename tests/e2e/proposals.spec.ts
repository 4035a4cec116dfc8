import { expect, test } from './server';

test('proposals for a flat: asked for, proven, taken, one in place of the other, undone', async ({
  page,
}) => {
  await page.goto('/jobs/tannery-lofts-7/plan');
  const summary = page.getByTestId('stage-summary');
  await expect(summary).toContainText('2 of 5 needs met here');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const cards = page.getByTestId('proposal');
  await expect(cards).toHaveCount(2, { timeout: 60_000 });
  await expect(cards.first()).toContainText('5 of 5 needs met · no hole');
  await expect(cards.first()).toContainText('Proven');
  // a place that the household does not want is left out, and named as left out
  const first = await cards.first().textContent();
  await cards
    .first()
    .getByRole('button', { name: /propose without that place/ })
    .click();
  await expect(page.getByText('Not to be used:')).toBeVisible({ timeout: 60_000 });
  await expect(cards).toHaveCount(2);
  expect(await cards.first().textContent()).not.toBe(first);
  await cards.first().getByRole('button', { name: 'Take it' }).click();
  await expect(summary).toContainText('5 of 5 needs met here');
  await expect(page.getByRole('button', { name: /^Unit B/ })).toBeVisible();
  // the other takes its place: still one unit besides the main one
  await cards.nth(1).getByRole('button', { name: 'Take it' }).click();
  await expect(cards.nth(1).getByRole('button', { name: /^Taken/ })).toBeVisible();
  await expect(page.getByTestId('sheet').getByRole('button', { name: /^Unit [BC]/ })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(summary).toContainText('2 of 5 needs met here');
});

test('proposals for a large house can be stopped; nothing is changed by asking', async ({ page }) => {
  await page.goto('/jobs/quay-house/plan');
  const before = await page.getByTestId('stage-summary').textContent();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Proposals' });
  await expect(panel.getByRole('status')).toContainText(/Looking|Solving/);
  await panel.getByRole('button', { name: 'Stop' }).click();
  await expect(panel.getByRole('button', { name: 'Propose', exact: true })).toBeVisible();
  await expect(page.getByTestId('proposal')).toHaveCount(0);
  expect(await page.getByTestId('stage-summary').textContent()).toBe(before);
});
