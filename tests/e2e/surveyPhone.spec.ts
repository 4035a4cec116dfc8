import { expect, openPage, placeOnSheet, test } from './server';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('on the phone: the storey, a spot and a socket added by tapping, a menu by the right button', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/survey');
  const sheet = page.getByTestId('sheet');
  await sheet.scrollIntoViewIfNeeded();
  // choosing a tool shows its options above the sheet, which moves down
  const at = async (x: number, y: number) => (await placeOnSheet(page, 14))(x, y);
  await page.getByRole('button', { name: 'Spot (S)' }).tap();
  await expect(page.getByTestId('tool-options')).toBeVisible();
  await page.touchscreen.tap(...(await at(6.1, 4.3)));
  await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('Spot 15');
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await page.getByRole('button', { name: 'Power socket (P)' }).tap();
  await expect(page.getByTestId('tool-options')).toBeVisible();
  await page.touchscreen.tap(...(await at(6.1, 7.6)));
  await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('Power socket');
  // what opens under the finger does not get the tap as well
  await expect(page.getByText('Remove Socket')).toBeHidden();
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await page.keyboard.press('v');
  await expect(page.getByTestId('tool-options')).toBeHidden();
  await page.mouse.click(...(await at(10.9, 0.3)), { button: 'right' });
  const menu = page.getByTestId('sheet-menu');
  await expect(menu).toContainText('Split in the middle');
  await menu.getByRole('menuitem', { name: 'Split in the middle' }).click();
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  await page.getByRole('button', { name: /^Undo/ }).first().tap();
  await expect(page.getByText(/Undone: Split a wall/)).toBeVisible();
});
