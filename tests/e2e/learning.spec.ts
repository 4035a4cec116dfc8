import { expect, test, visit } from './server';

test('readings teach what walls cost here; predictions follow only when asked to, and can be compared', async ({
  page,
}) => {
  await visit(page, 'before');
  const panel = page.getByRole('region', { name: 'Calibration from readings' });
  await expect(panel).toContainText(/Rubble stone 600 costs \d+ dB here, not 19 \(± [\d.]+\)/);
  await expect(panel).toContainText('Off. Predictions use library wall values');
  const summary = page.getByTestId('stage-summary');
  await expect(summary).not.toContainText('follow the readings');
  const ledger = page.getByRole('region', { name: 'Spot table' });
  // with its predictions, which come a moment later
  await expect(ledger).toContainText('contract speed');
  const before = await ledger.textContent();
  await panel.getByRole('checkbox', { name: 'Use calibrated values' }).check();
  await expect(summary).toContainText('predictions calibrated from readings');
  await expect.poll(() => ledger.textContent()).not.toBe(before);
  // the plan says so too, and a signal names what it was taught
  await page.keyboard.press('3');
  await expect(summary).toContainText('calibrated');
  await page.keyboard.press('Control+z');
  await expect(summary).not.toContainText('calibrated');
  await page.keyboard.press('2');
  await expect(panel).toContainText('Off. Predictions use library wall values');
  await expect.poll(() => ledger.textContent()).toBe(before);
});

test('what readings change is a layer of the sheet, used or not', async ({ page }) => {
  await visit(page, 'before');
  await page.getByRole('radio', { name: 'Readings' }).click();
  await expect(
    page.getByRole('img', { name: 'Change by calibration, dB: −9, −6, −3, 0, +3, +6, +9' }),
  ).toBeVisible();
  // the readings of the demo house are stronger than foretold: a labelled line says by how much
  await expect(page.locator('svg text', { hasText: /^\+3$/ }).first()).toBeVisible();
  await page.getByRole('radio', { name: '2.4 GHz' }).click();
  await expect(page.getByTestId('coverage').locator('path').first()).toBeAttached();
});

test('on a phone what the readings teach is a button away', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await visit(page, 'before');
  await page.getByRole('button', { name: 'Overview' }).click();
  const panel = page.getByRole('region', { name: 'Calibration from readings' });
  await expect(panel).toContainText('Rubble stone 600 costs');
  await expect(panel.getByRole('checkbox', { name: 'Use calibrated values' })).toBeVisible();
});
