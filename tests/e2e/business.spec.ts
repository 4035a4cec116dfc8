import { expect, openPage, reload, test } from './server';

const jpeg = Buffer.from(
  '/9j/4AAQSkZJRgABAQAAAQABAAD/2wBDAAMCAgMCAgMDAwMEAwMEBQgFBQQEBQoHBwYIDAoMDAsKCwsNDhIQDQ4RDgsLEBYQERMUFRUVDA8XGBYUGBIUFRT/wAALCAACAAIBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AVN//2Q==',
  'base64',
);

test('the board: what comes next is noted, and a late day stands out; a visit is in its week and in the calendar', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/install');
  const visits = page.getByTestId('visits');
  await visits.getByRole('button', { name: 'Add a visit' }).click();
  await visits.getByLabel(/^Day of/).fill('2027-03-03');
  await visits.getByLabel('Begins at').fill('08:30');
  await visits.getByLabel(/^Travel of/).fill('40');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('save-state')).toContainText('saved');

  await openPage(page, '/');
  await page.getByRole('button', { name: /^Board by state/ }).click();
  const board = page.getByTestId('board');
  const row = board.locator('[data-board="quay-house"]');
  await expect(board.getByRole('region', { name: 'Surveyed' })).toContainText('Quay House');
  await row.getByLabel('Next for Quay House').fill('Call about the shed');
  await page.keyboard.press('Enter');
  await row.getByLabel('Day of the next action for Quay House').fill('2020-01-02');
  await expect(row).toContainText('late');
  await reload(page);
  await page.getByRole('button', { name: /^Board by state/ }).click();
  await expect(row.getByLabel('Next for Quay House')).toHaveValue('Call about the shed');

  const calendar = await (await page.request.get('/api/calendar')).text();
  expect(calendar).toContain('DTSTART:20270303T083000');
  await page.getByRole('button', { name: 'Week', exact: true }).click();
  const week = page.getByTestId('week');
  await expect(week.locator('[data-day]')).toHaveCount(7);
  const after = week.getByRole('button', { name: 'Week after' });
  for (let i = 0; i < 60; i++) {
    if (await week.locator('[data-day="2027-03-03"]').count()) break;
    await after.click();
  }
  const day = week.locator('[data-day="2027-03-03"]');
  await expect(day).toContainText('08:30');
  await expect(day).toContainText('40 min travel');
});

test('from an agreed quote to an invoice: as XML once all that it needs is there, in the money of all jobs, as CSV', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/quote');
  await page.getByLabel('Tax', { exact: true }).fill('20');
  await page.keyboard.press('Tab');
  const make = page.getByRole('button', { name: 'Make a quote of the plan' });
  await expect(make).toBeEnabled({ timeout: 120_000 });
  await make.click();
  const card = page.getByTestId('quote').first();
  await card.getByRole('button', { name: 'Accept …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Ada Quay');
  await dialog.getByRole('button', { name: 'Accept', exact: true }).click();
  const invoices = page.getByTestId('invoices');
  await invoices.getByRole('button', { name: /^Make an invoice of \d+ lines agreed/ }).click();
  await expect(invoices.getByRole('article')).toContainText(/Invoice \d{4}-001/);
  await expect(invoices.getByRole('button', { name: /^Make an invoice/ })).toHaveCount(0);

  await invoices.getByRole('button', { name: 'XML (UBL 2.1) …' }).click();
  await expect(
    page.getByText(/The XML can’t be written yet\. The name of the business is missing/),
  ).toBeVisible();
  await invoices.getByLabel('Paid on').fill('2027-01-15');
  await expect(page.getByTestId('save-state')).toContainText('saved');
  const csv = await (await page.request.get('/api/bookkeeping')).text();
  const [head, ...lines] = csv.trim().split('\n');
  expect(head).toContain('net,tax_name,tax_pct,tax,gross,currency,paid_on');
  expect(lines.length).toBeGreaterThan(2);
  expect(lines.every((l) => l.endsWith('2027-01-15'))).toBe(true);

  await openPage(page, '/');
  await page.getByRole('button', { name: 'Money and hours' }).click();
  const row = page.getByTestId('money').getByRole('row', { name: /Quay House/ });
  const figures = await row.getByRole('cell').allInnerTexts();
  // agreed, invoiced and paid are one sum
  expect(new Set(figures.slice(2, 5)).size).toBe(1);
  expect(figures[2]).toMatch(/\d/);
});

test('what the business keeps begins new jobs, and a job shows what is kept otherwise', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/quote');
  const business = page.getByLabel('Business', { exact: true }).first();
  await business.getByLabel('Hour of work').fill('72');
  await page.keyboard.press('Tab');
  const own = page.getByTestId('own-set');
  await own.getByRole('button', { name: 'Keep for new jobs' }).click();
  await expect(own).toContainText(/Kept: .+ products, activities, assemblies and steps/);
  await business.getByLabel('Hour of work').fill('50');
  await page.keyboard.press('Tab');
  await expect(own).toContainText('1 thing is kept otherwise than in this job');
  await expect(own.getByRole('listitem')).toContainText('hour of work');
  await own.getByRole('button', { name: 'Take over', exact: true }).click();
  await expect(business.getByLabel('Hour of work')).toHaveValue('72');
  await openPage(page, '/');
  const form = page.getByRole('complementary', { name: 'New job' });
  await form.getByLabel('Name').fill('Lighthouse');
  await form.getByRole('button', { name: 'Start survey' }).click();
  await page.waitForURL(/survey$/);
  await openPage(page, page.url().replace(/survey$/, 'quote'));
  await expect(business.getByLabel('Hour of work')).toHaveValue('72');
});

test('a later round of tests is compared with the work: nothing of what was proven changes', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/prove');
  await page.getByRole('button', { name: /simulated runs at \d+ spots/ }).click();
  await expect(page.getByTestId('job-sentence')).not.toContainText('14 to test', { timeout: 60_000 });
  const before = await page.getByTestId('job-sentence').innerText();
  const rounds = page.getByTestId('rounds');
  await rounds.getByLabel('Name of the new round').fill('One year on');
  await rounds.getByRole('button', { name: 'Begin a round' }).click();
  await expect(rounds.getByRole('listitem').last()).toContainText('One year on');
  await rounds.getByRole('button', { name: /5 simulated runs at \d+ spots/ }).click();
  const compared = rounds.getByTestId('compare-rounds');
  await expect(compared.getByRole('row')).toHaveCount(15, { timeout: 60_000 });
  await expect(compared).toContainText(/may look changed by chance/);
  await expect(compared.getByLabel('with')).toHaveValue(/round/);
  expect(await page.getByTestId('job-sentence').innerText()).toBe(before);
});

test('the hand-over is signed, stays as it was signed, and all of it is one archive', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/handover');
  await page.getByRole('button', { name: 'Begin the sign-off' }).click();
  const form = page.getByTestId('sign-off');
  await form.getByLabel('Place').fill('Quay House');
  await page.keyboard.press('Tab');
  await form.getByRole('button', { name: 'Sign …' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Rook');
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(form).toContainText('Rook');
  await expect(form.getByLabel('Place')).toHaveCount(0);
  await expect(page.getByTestId('save-state')).toContainText('saved');
  const pack = await page.request.get('/api/jobs/quay-house/pack');
  expect((await pack.body()).subarray(0, 2).toString()).toBe('PK');
  const pdf = await page.request.get('/api/jobs/quay-house/papers/labels?labels=38.1x21.2&codes');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const none = await page.request.get('/api/jobs/quay-house/papers/labels?labels=1x1');
  expect(none.status()).toBe(404);
});

test('a photo is added, put on the plan with its direction, and found again; what is none is refused', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/survey');
  await page.keyboard.press('Escape');
  const photos = page.getByTestId('photos');
  await photos
    .getByLabel('Photo of the house')
    .setInputFiles({ name: 'text.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
  await expect(page.getByText(/text\.jpg is not a photo that this browser reads/)).toBeVisible();
  await photos
    .getByLabel('Photo of the house')
    .setInputFiles({ name: 'box.jpg', mimeType: 'image/jpeg', buffer: jpeg });
  const panel = page.getByTestId('photo-panel');
  await panel.getByLabel('Shows').selectOption({ label: 'Consumer unit' });
  await panel.getByLabel('Note').fill('Left of the door');
  await panel.getByRole('button', { name: 'Put on the plan' }).click();
  const outline = await page.getByTestId('building-outline').boundingBox();
  if (!outline) throw new Error('no building');
  const [x, y] = [outline.x + outline.width / 2, outline.y + outline.height / 2];
  await page.mouse.click(x, y);
  await page.mouse.click(x + 60, y);
  const mark = page.getByRole('button', { name: 'Photo: Left of the door' });
  await expect(mark).toBeVisible();
  await expect(mark.locator('path').first()).toHaveAttribute('transform', 'rotate(90)');
  await expect(panel).toContainText('Ground');
  // in the stages without an inspector too
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'All photos' }).click();
  await page.getByRole('button', { name: 'Photo, consumer unit: Left of the door' }).click();
  await expect(panel.getByLabel('Note')).toHaveValue('Left of the door');
  await page.keyboard.press('7');
  await expect(page.getByTestId('photo-panel')).toBeVisible();
});

test('two proposals become quotes side by side, each with what its own plan gives', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Compare', exact: true })).toBeVisible({ timeout: 180_000 });
  await expect(page.getByTestId('proposal')).toHaveCount(2);
  await openPage(page, '/jobs/tannery-lofts-7/quote');
  const choice = page.getByTestId('proposal-quotes');
  await choice.getByRole('checkbox').first().check();
  await choice.getByRole('checkbox').nth(1).check();
  await choice.getByRole('button', { name: 'Make 2 quotes' }).click();
  const cards = page.getByTestId('quote');
  await expect(cards).toHaveCount(2, { timeout: 120_000 });
  const totals = await page.getByTestId('quote-total').allInnerTexts();
  expect(new Set(totals).size).toBe(2);
  // the plan is as it was: a quote changes nothing of it
  await expect(choice).not.toContainText('for another survey');
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  await expect(page.getByTestId('stage-summary')).toContainText('4 of 5 needs met here');
});
