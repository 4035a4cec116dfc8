import { expect, placeOnSheet, test } from './server';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('on the phone: the storey, a spot and a socket added by tapping, a menu by the right button', async ({
  page,
}) => {
  await page.goto('/jobs/quay-house/survey');
  const sheet = page.getByTestId('sheet');
  await sheet.scrollIntoViewIfNeeded();
  const at = await placeOnSheet(page, 14);
  await page.getByRole('button', { name: 'Spot (S)' }).tap();
  await page.touchscreen.tap(...at(6.1, 4.3));
  await expect(page.getByLabel('Inspector')).toContainText('Spot 15');
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await page.getByRole('button', { name: 'Power socket (P)' }).tap();
  await page.touchscreen.tap(...at(6.1, 7.6));
  await expect(page.getByLabel('Inspector')).toContainText('Power socket');
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await page.keyboard.press('v');
  await page.mouse.click(...at(10.4, 2), { button: 'right' });
  const menu = page.getByTestId('sheet-menu');
  await expect(menu).toContainText('Split in the middle');
  await menu.getByRole('menuitem', { name: 'Split in the middle' }).click();
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  await page.getByRole('button', { name: /^Undo/ }).first().tap();
  await expect(page.getByText(/Undone: Split a wall/)).toBeVisible();
});
