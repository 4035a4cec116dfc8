import { countActions, expect, openLedger, openPage, test } from './server';

test('from the door to a first picture and a first proposal: three actions after Begin', async ({ page }) => {
  await openPage(page, '/');
  await page.getByLabel(/^Name/).fill('Mill cottage');
  await page.getByLabel('House type').selectOption({ label: 'Stone cottage' });
  // its usual size comes with the type
  await expect(page.getByLabel('House, along the front')).toHaveValue('10.00');
  await expect(page.getByText(/Thick rubble walls/)).toBeVisible();
  await page.getByRole('button', { name: 'Start survey' }).click();
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });
  await expect(page.getByTestId('stage-summary')).toContainText('guess');
  // one: the plan, with its headroom; two: proposals; three: one is taken
  await page.keyboard.press('3');
  await expect(page.getByTestId('stage-summary')).toContainText('needs met here');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const card = page.getByTestId('proposal').first();
  await expect(card).toContainText('needs met', { timeout: 180_000 });
  await card.getByRole('button', { name: 'Apply' }).click();
  await expect(card.getByRole('button', { name: /^Applied/ })).toBeVisible();
});

test('the first ten minutes: typed rooms in the place of the guess, spots, a proposal, the report; at most 25 actions', async ({
  page,
}) => {
  const { act, count } = countActions();
  await openPage(page, '/');
  await act(page.getByLabel(/^Name/).fill('Orchard row'));
  await act(page.getByLabel('House type').selectOption({ label: 'Detached, cavity walls, 1960 to 1990' }));
  await act(page.getByRole('button', { name: 'Start survey' }).click());
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });
  const line = page.getByLabel('Room by room').getByRole('combobox');
  await act(page.keyboard.press('/'));
  await expect(page.getByTestId('room-line-says')).toContainText('This storey is a guess');
  for (const text of [
    'Kitchen 4.2 3.6 northwest in Living space',
    'Hall 1.6 3.6 east of Kitchen',
    'Study 2.4 3.6 northeast in Living space',
  ]) {
    await act(line.fill(text));
    await act(line.press('Enter'));
    await expect(line).toHaveValue('');
  }
  await act(line.press('Escape'));
  await expect(page.getByTestId('stage-summary')).not.toContainText('guess');
  // the needs of the guessed kitchen are those of the typed one
  await expect(page.getByText('Music + Web and mail 12 / 2.5')).toBeVisible();
  // the tool stays in hand: a click a spot
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await openLedger(page);
  const before = await page.locator('tr[data-spot]').count();
  await act(page.keyboard.press('s'));
  for (const across of [0.42, 0.55])
    await act(sheet.click({ position: { x: box.width * across, y: box.height * 0.45 } }));
  await expect(page.locator('tr[data-spot]')).toHaveCount(before + 2);
  await act(page.keyboard.press('Escape'));
  await act(page.keyboard.press('3'));
  await act(page.getByRole('button', { name: 'Propose', exact: true }).click());
  const card = page.getByTestId('proposal').first();
  await expect(card).toContainText('needs met', { timeout: 180_000 });
  await act(card.getByRole('button', { name: 'Apply' }).click());
  await act(page.keyboard.press('7'));
  await expect(
    page
      .getByText('Householder’s page')
      .or(page.getByText(/Report/))
      .first(),
  ).toBeVisible();
  test.info().annotations.push({ type: 'actions', description: String(count()) });
  expect(count()).toBeLessThanOrEqual(25);
});

test('a typed room without a place stands in the shell, Tab moves it from place to place, and a corner alone is one of the shell', async ({
  page,
}) => {
  await openPage(page, '/');
  await page.getByLabel(/^Name/).fill('Shell');
  await page.getByText('Empty shell', { exact: true }).click();
  await page.getByRole('button', { name: 'Start survey' }).click();
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });
  const line = page.getByLabel('Room by room').getByRole('combobox');
  const says = page.getByTestId('room-line-says');
  const ghost = page.getByTestId('typed-room');
  const leftOf = async () => (await ghost.boundingBox())?.x ?? 0;
  await line.fill('Kitchen 3 3');
  await expect(says).toContainText(/place 1 of \d+; Tab or Alt and an arrow: another/);
  const first = await leftOf();
  await page.keyboard.press('Tab');
  await expect(says).toContainText(/place 2 of/);
  await expect.poll(leftOf).not.toBe(first);
  await page.keyboard.press('Enter');
  await expect(line).toHaveValue('');
  await expect(page.getByTestId('stage-summary')).toContainText('2 rooms');
  await line.fill('Bath 2 2 southwest');
  await expect(ghost).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('stage-summary')).toContainText('3 rooms');
});
