import { expect, openPage, test } from './server';

test('a quote is made of the plan, an option changes its total, it is signed by hand, and then only change orders follow', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/links');
  await page.getByRole('link', { name: 'Make a quote' }).click();
  await expect(page).toHaveURL(/\/quote$/);
  await page.getByLabel('Customer').getByLabel('Name').fill('Ada Quay');
  await page.keyboard.press('Tab');
  await page.getByLabel('Tax', { exact: true }).fill('20');
  await page.keyboard.press('Tab');
  const make = page.getByRole('button', { name: 'Make a quote of the plan' });
  await expect(make).toBeEnabled({ timeout: 120_000 });
  await make.click();
  const card = page.getByTestId('quote').first();
  await expect(card).toContainText('Attic den');
  await expect(card).toContainText('not likely');
  const amount = async () =>
    Number((await card.getByTestId('quote-total').innerText()).replace(/[^0-9.]/g, ''));
  const before = await amount();
  await card.getByLabel('New option').fill('A plate in the study');
  await card.getByLabel('Its price, net').fill('50');
  await card.getByRole('button', { name: 'Add', exact: true }).click();
  await card.getByLabel('A plate in the study').check();
  // with its tax
  await expect.poll(amount).toBeCloseTo(before + 60, 2);
  await card.getByRole('button', { name: 'Accept …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('name');
  await dialog.getByLabel('Name').fill('Ada Quay');
  const box = await dialog.getByLabel('Signature, drawn by hand').boundingBox();
  if (!box) throw new Error('nowhere to sign');
  await page.mouse.move(box.x + 30, box.y + 60);
  await page.mouse.down();
  for (let i = 0; i < 12; i++) await page.mouse.move(box.x + 30 + 15 * i, box.y + 60 + (i % 2 ? 20 : -20));
  await page.mouse.up();
  await dialog.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(card).toContainText('Matches the fingerprint kept with the signature.');
  await expect(card.getByRole('img', { name: 'Signature of Ada Quay' })).toBeVisible();
  await expect(card.getByRole('button', { name: /^Remove/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Make a change order' })).toBeVisible();
  const pdf = await page.request.get('/api/jobs/quay-house/papers/quote');
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('papers are handed over as PDF; without a quote there is none to hand over', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/handover');
  await expect(page.getByRole('link', { name: 'As built' })).toBeVisible();
  for (const name of ['householder', 'as-built', 'labels']) {
    const pdf = await page.request.get(`/api/jobs/tannery-lofts-7/papers/${name}`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  }
  const none = await page.request.get('/api/jobs/tannery-lofts-7/papers/quote');
  expect([none.status(), (await none.json()).error.message]).toEqual([404, 'No quote was made yet.']);
});

test('steps belong to visits: two days, a step moved to the second, parts that it waits for', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/install');
  const visits = page.getByTestId('visits');
  await visits.getByRole('button', { name: 'Add a visit' }).click();
  await visits
    .getByLabel(/^Day of/)
    .first()
    .fill('2027-03-01');
  await visits.getByRole('button', { name: 'Add a visit' }).click();
  await visits
    .getByLabel(/^Day of/)
    .nth(1)
    .fill('2027-03-15');
  await visits.getByLabel('Waits for parts').nth(1).fill('Outdoor node');
  await page.keyboard.press('Tab');
  await page.locator('[data-step="walk"]').click();
  await page.getByLabel('Done at').selectOption({ label: 'Return visit, 15 Mar 2027' });
  await page.getByRole('radio', { name: 'Return visit, 15 Mar 2027' }).click();
  await expect(page.getByText('Waits for: Outdoor node')).toBeVisible();
  await expect(page.locator('[data-step]')).toHaveCount(1);
  await expect(page.getByTestId('stage-summary')).toContainText('0 of 1 steps');
});
