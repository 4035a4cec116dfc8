import { type Page } from '@playwright/test';
import { violationsOf } from './axe';
import { expect, openPage, reload, test, visit } from './server';

const card = (page: Page) => page.getByTestId('step-card');
const act = (page: Page, name: string | RegExp) => card(page).getByRole('button', { name, exact: true });

test('the runbook live: gate, wait that survives a reload, what must be read, skip with reason, undo', async ({
  page,
}) => {
  await visit(page, 'install');
  const summary = page.getByTestId('stage-summary');
  await expect(summary).toContainText(
    /0 of 21 steps, all done \d\d:\d\d, most likely \d\d:\d\d to \d\d:\d\d/,
  );
  await expect(card(page).getByRole('heading', { name: 'Restart the modem' })).toBeVisible();
  await page.getByLabel('Your name on finished steps').fill('Ada');
  // the household is told before the line goes off
  await card(page).getByRole('checkbox').check();
  await act(page, 'Begin').click();
  await act(page, /^Start wait/).click();
  // hands go on with other work while it waits
  await expect(card(page).getByRole('heading', { name: /^Lay the cable/ })).toBeVisible();
  await page.locator('[data-step="modem"]').click();
  await expect(page.getByRole('timer', { name: 'Wait' })).toContainText(/2:5\d/);
  await expect(page.getByTestId('save-state')).toContainText('saved');
  await reload(page);
  await page.locator('[data-step="modem"]').click();
  await expect(page.getByRole('timer', { name: 'Wait' })).toContainText(/2:[0-5]\d/);
  await act(page, 'Yes, continue').click();
  await expect(summary).toContainText('1 of 21 steps');
  await expect(card(page)).toContainText(/Done at \d\d:\d\d by Ada/);
  await page.keyboard.press('Control+z');
  await expect(summary).toContainText('0 of 21 steps');
  await page.keyboard.press('Control+Shift+z');
  await expect(summary).toContainText('1 of 21 steps');

  // what can hurt someone is read before it begins
  await page.locator('[data-step="main"]').click();
  await act(page, 'Begin').click();
  await act(page, 'Yes, continue').click();
  await page.locator('[data-step="names"]').click();
  await expect(act(page, 'Begin')).toBeDisabled();
  await card(page).getByRole('checkbox').check();
  await expect(act(page, 'Begin')).toBeEnabled();

  await page.locator('[data-step="guest"]').click();
  await expect(card(page)).toContainText('First do: Connect the phone to the new network');
  await card(page).getByText('Note, or exclude it').click();
  await card(page).getByLabel('Reason to exclude it').fill('no guests wanted');
  await act(page, 'Exclude').click();
  await expect(card(page)).toContainText('Excluded: no guests wanted');
  await expect(page.getByRole('link', { name: /Install/ })).toContainText('3/21 steps');
});

test('a list is ticked off, another person reads the cautions again, and a unit’s page is held against the forecast', async ({
  page,
}) => {
  await visit(page, 'install');
  await page.getByLabel('Your name on finished steps').fill('Ada');
  await page.locator('[data-step="names"]').click();
  await card(page).getByRole('checkbox').check();
  await expect(card(page)).toContainText(/Read by Ada at \d\d:\d\d/);
  await page.getByLabel('Your name on finished steps').fill('Ben');
  await expect(card(page)).toContainText('Read this first.');

  await page.locator('[data-step="devices"]').click();
  const list = page.getByTestId('check-list');
  await list.getByLabel('Add an entry to the list').fill('Doorbell');
  await list.getByRole('button', { name: 'Add' }).click();
  const all = await list.getByRole('checkbox').count();
  await expect(list).toContainText(`${all} of ${all} left`);
  await list.getByRole('checkbox', { name: 'Doorbell' }).check();
  await expect(list).toContainText(`${all - 1} of ${all} left`);
  await expect(list.getByRole('listitem').last()).toContainText('Doorbell');

  await page.locator('[data-step^="check."]').first().click();
  const foretold = page.getByTestId('link-foretold');
  await expect(foretold).toContainText(/carries [\d.]+ Mbps/);
  await foretold.getByLabel('Rate').fill('0.5');
  await foretold.getByLabel('Rate').press('Enter');
  await expect(foretold.getByText('Slower than predicted. Likely cause:')).toBeVisible();
  expect(await violationsOf(page, '[data-testid="step-card"]')).toEqual([]);
});

test('stuck: the likeliest cause first, few questions, and when not to move the unit', async ({ page }) => {
  await visit(page, 'install');
  await card(page).getByRole('checkbox').check();
  await act(page, 'Begin').click();
  await page.locator('[data-step="modem"]').click();
  await act(page, 'Stuck?').click();
  const stuck = page.getByTestId('stuck');
  await expect(stuck).toContainText('Do not move the unit');
  const first = stuck.getByRole('listitem').first();
  await page.getByLabel('Symptom').selectOption({ label: 'The app does not find the unit' });
  const before = await first.textContent();
  for (let i = 0; i < 5 && (await stuck.getByRole('button', { name: 'No', exact: true }).count()); i++)
    await stuck.getByRole('button', { name: 'No', exact: true }).click();
  await expect(stuck.getByRole('button', { name: 'No', exact: true })).toHaveCount(0);
  await expect(first).not.toHaveText(before ?? '');
  await stuck.getByRole('button', { name: 'Close' }).click();
  await expect(stuck).toHaveCount(0);
});

test('steps changed by hand: times, a circle that is not followed, a step of one’s own', async ({ page }) => {
  await visit(page, 'install');
  await page.locator('[data-step="modem"]').click();
  await page.getByText('Edit this step').click();
  const hands = page.getByLabel('Hands-on, min');
  await hands.fill('x');
  await hands.press('Enter');
  await expect(page.getByText('Minutes from 0 to 600.')).toBeVisible();
  await hands.fill('45');
  await hands.press('Enter');
  await expect(page.locator('[data-step="modem"]')).toContainText('changed');
  await page.getByLabel('Do also after').selectOption({ label: 'Set names and passwords' });
  await expect(page.getByText(/would be circular: ignored/)).toBeVisible();
  await page.getByRole('button', { name: 'Restore the template' }).click();
  await expect(page.getByText(/would be circular/)).toHaveCount(0);
  await page.getByLabel('Add own step after this').fill('Move the piano');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByTestId('staff')).toContainText('Move the piano');
  await expect(page.getByTestId('stage-summary')).toContainText('0 of 22 steps');
});

test('a rehearsal plays the whole runbook against simulated units and leaves the job as it is', async ({
  page,
}) => {
  await visit(page, 'install');
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await expect(page.getByRole('heading', { name: 'Rehearsal, simulated' })).toBeVisible({ timeout: 180_000 });
  await page.getByRole('radio', { name: '× 300' }).click();
  await expect(page.getByRole('region', { name: 'Units' })).toContainText('simulated, for training');
  await expect(page.getByRole('region', { name: 'Units' })).toContainText(/steady|flash|dark/);
  await expect(page.getByTestId('rehearsal-says')).toContainText('All units have joined', {
    timeout: 180_000,
  });
  await expect(page.getByTestId('stage-summary')).toContainText('21 of 21 steps');
  await page.getByRole('button', { name: 'End the rehearsal' }).click();
  await expect(page.getByTestId('stage-summary')).toContainText('0 of 21 steps');
});

test('passwords are sealed, opened with the passphrase alone, and in no job file', async ({ page }) => {
  await visit(page, 'install');
  const name = page.getByLabel('Network name');
  await name.fill('Quay House');
  await name.press('Enter');
  const sheet = page.getByRole('region', { name: 'Settings sheet' });
  await expect(sheet.getByRole('row', { name: /^B own/ })).toBeVisible();
  await sheet.getByRole('button', { name: 'Keep' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'Wi-Fi password' });
  await dialog.getByLabel('Password', { exact: true }).fill('TidalHarbour7');
  await expect(dialog).toContainText('It has capital letters');
  await dialog.getByLabel('Passphrase for encryption').fill('seven bells ring');
  await dialog.getByRole('button', { name: 'Encrypt and keep' }).click();
  await expect(page.getByText('Wi-Fi password kept, encrypted.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Show' }).click();
  await dialog.getByLabel('Passphrase for encryption').fill('another one');
  await dialog.getByRole('button', { name: 'Show' }).click();
  await expect(dialog.getByRole('alert')).toContainText('passphrase is wrong');
  await dialog.getByLabel('Passphrase for encryption').fill('seven bells ring');
  await dialog.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByTestId('open-password')).toHaveText('TidalHarbour7');
  await expect(dialog.getByRole('img', { name: 'QR code to join Quay House' })).toBeVisible();
  const [file, kept] = await page.evaluate(async () => [
    await (await fetch('/api/jobs/quay-house/file')).text(),
    await (await fetch('/api/jobs/quay-house/secrets')).text(),
  ]);
  expect(file).toContain('Quay House');
  expect(file + kept).not.toContain('TidalHarbour7');
  expect(file).not.toContain('sealed":"');
});

test('steps on the phone, out of reach too; the laptop follows', async ({ page, browser }) => {
  await visit(page, 'install');
  await expect(card(page)).toBeVisible();
  await page.getByRole('button', { name: 'Phone', exact: true }).click();
  const href = (await page.getByRole('link', { name: 'Open on this machine' }).getAttribute('href')) ?? '';
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await openPage(phone, href);
  // opened from the runbook, the phone opens with it
  await expect(phone.getByRole('radio', { name: 'Steps' })).toBeChecked();
  await phone.getByLabel('Your name on finished steps').fill('Ben');
  await card(phone).getByRole('checkbox').check();
  await act(phone, 'Begin').click();
  await act(phone, /^Start wait/).click();
  await expect(phone.getByTestId('walk-state')).toContainText('Saved');
  await page.locator('[data-step="modem"]').click();
  await expect(page.locator('[data-step="modem"]')).toContainText('waiting');
  await phone
    .getByRole('button', { name: /Restart the modem/ })
    .first()
    .click();
  await phone.getByLabel('Photo of this step').setInputFiles('docs/screenshots/phone-walk.png');
  await expect(phone.getByText('1 photo', { exact: true })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Photo 1 of Restart the modem' })).toBeVisible();
  await phone.getByRole('button', { name: 'Go to the current step' }).click();
  await context.setOffline(true);
  await phone
    .getByRole('region', { name: 'In progress' })
    .getByRole('button', { name: /Restart the modem/ })
    .click();
  await act(phone, 'Yes, continue').click();
  await expect(phone.getByTestId('walk-state')).toContainText('1 on this phone');
  // meanwhile the laptop ends the same step
  await act(page, 'Yes, continue').click();
  await expect(page.getByTestId('save-state')).toContainText('saved');
  await context.setOffline(false);
  await expect(phone.getByText(/had ended this step already/)).toBeVisible({ timeout: 180_000 });
  await expect(phone.getByText('1 of 21 steps')).toBeVisible();
  expect(await violationsOf(phone)).toEqual([]);
  await context.close();
});
