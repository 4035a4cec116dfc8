import { readFileSync } from 'node:fs';
import { violationsOf } from './axe';
import { expect, openLedger, openPage, test } from './server';

test('a job from nothing: shell, spot, unit, readings, verdict', async ({ page }) => {
  await openPage(page, '/');
  await page.getByRole('button', { name: 'Start survey' }).click();
  await expect(page.locator('p[role=alert]')).toContainText('a name is needed');
  await page.getByLabel(/^Name/).fill('Lighthouse store');
  await page.getByLabel('Storeys').fill('two');
  await page.getByRole('button', { name: 'Start survey' }).click();
  await expect(page.locator('p[role=alert]')).toContainText('Storeys');
  await expect(page.getByLabel(/^Name/)).toHaveValue('Lighthouse store');
  await page.getByLabel('Storeys').fill('2');
  await page.getByRole('radio', { name: 'Empty shell' }).click();
  await page.getByRole('button', { name: 'Start survey' }).click();
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });

  const sheet = page.getByTestId('sheet');
  await expect(sheet).toBeVisible();
  await openLedger(page);
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await page.keyboard.press('s');
  await sheet.click({ position: { x: box.width * 0.4, y: box.height * 0.5 } });
  await expect(page.locator('tr[data-spot="1"]')).toContainText('New spot');
  // named at once; Esc ends
  await page.keyboard.type('Reading chair');
  await page.keyboard.press('Enter');
  await expect(page.locator('tr[data-spot="1"]')).toContainText('Reading chair');
  await page.keyboard.press('Escape');

  await page.keyboard.press('2');
  await page.locator('tr[data-spot="1"]').click();
  await page.getByLabel('Down, Mbps').fill('lots');
  await page.getByRole('button', { name: 'Add run' }).click();
  await expect(page.locator('p[role=alert]').first()).toContainText('a number is needed');
  await expect(page.getByLabel('Down, Mbps')).toHaveValue('lots');
  await page.getByRole('button', { name: 'Could not connect' }).click();
  await expect(page.getByTestId('dead-list')).toContainText('Living space');

  await page.keyboard.press('6');
  await page.getByTestId('prove-chart').locator('[data-spot="1"]').click();
  for (const mbps of ['80', '81', '79', '80', '82']) {
    await page.getByLabel('Down, Mbps').fill(mbps);
    await page.getByLabel('Down, Mbps').press('Enter');
  }
  await expect(page.getByTestId('verdict')).toContainText('Now met');
});

test('copy, bin with undo, take out, bring in; a bad file changes nothing', async ({ page }) => {
  await openPage(page, '/');
  const list = page.getByTestId('jobs').getByRole('listitem');
  const before = await list.count();
  await page.getByRole('button', { name: 'Copy Quay House', exact: true }).click();
  await expect(list).toHaveCount(before + 1);
  await page.getByRole('button', { name: 'Move Quay House (copy) to the bin' }).click();
  await expect(list).toHaveCount(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(list).toHaveCount(before + 1);

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save Quay House as a file' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(JSON.parse(text)).toMatchObject({ format: 'nestle-job', version: 1 });
  const bring = (name: string, content: string) =>
    page
      .getByLabel('Job file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await bring('again.nestle.json', text);
  await expect(list).toHaveCount(before + 2);

  for (const [name, content, said] of [
    ['empty.json', '', 'the file is empty'],
    ['torn.json', text.slice(0, 500), 'not JSON'],
    ['other.json', '{"a":1}', 'not a Nestle job file'],
    ['newer.json', text.replace('"version": 1', '"version": 99'), 'version 99'],
    ['nan.json', text.replace('"planDownMbps":500', '"planDownMbps":"NaN"'), 'job.planDownMbps'],
    [
      'lost.json',
      text.replace('"storeyId":"attic","roomId":"attic-den"', '"storeyId":"moon","roomId":"attic-den"'),
      'no storey with the id moon',
    ],
  ] as const) {
    await bring(name, content);
    await expect(page.getByText(`${name} was not imported.`)).toContainText(said);
  }
  await expect(list).toHaveCount(before + 2);
});

test('readings from CSV: twice is once, and a wrong column is named', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/before');
  const give = (name: string, text: string) =>
    page
      .getByLabel('CSV of readings')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await give('before.csv', readFileSync('demo/tannery-lofts-before.csv', 'utf8'));
  await expect(page.getByText(/25 were there already/)).toBeVisible();
  await give('wrong.csv', 'place,speed\n1,20\n');
  await expect(page.getByText(/no column spot, down_mbps/)).toBeVisible();
  await give('bad.csv', 'spot,down_mbps\n1,20\n77,30\n');
  await expect(page.getByText(/line 3, spot: there is no spot number 77/)).toBeVisible();
});

for (const stage of ['', 'survey', 'before', 'plan', 'links', 'install', 'prove', 'handover'])
  test(`axe finds nothing on ${stage || 'the list of jobs'}`, async ({ page }) => {
    await openPage(page, stage ? `/jobs/quay-house/${stage}` : '/');
    if (stage) await expect(page.getByText(/saved/).first()).toBeVisible();
    expect(await violationsOf(page)).toEqual([]);
  });
