/** Ordinary misfortunes, in the real interface: two windows, lost answers, a closed tab, a damaged database. */
import { createHash, randomBytes } from 'node:crypto';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { aPhoneRun } from '@/server/sharing/aPhoneRun';
import { violationsOf } from './axe';
import { expect, openLedger, openPage, reload, test } from './server';

const flat = '/jobs/tannery-lofts-7/survey';
const saved = (page: Page) => expect(page.getByTestId('save-state')).toContainText(/^saved/);
const open = (page: Page, path = flat) => openPage(page, path);
async function rename(page: Page, spot: number, to: string) {
  await page
    .getByRole('button', { name: new RegExp(`^Spot ${spot},`) })
    .first()
    .click();
  const name = page.getByLabel('Name', { exact: true }).first();
  await name.fill(to);
  await name.press('Enter');
}
const nameOf = async (page: Page, spot: number) => {
  const { records } = await (await page.request.get('/api/jobs/tannery-lofts-7')).json();
  return records.find((r: { type: string; number: number }) => r.type === 'spot' && r.number === spot).name;
};

test('two windows on one job: other records are merged at once, the same field is chosen by a person', async ({
  page,
  context,
}) => {
  await open(page);
  const other = await context.newPage();
  await open(other);
  await rename(other, 1, 'Window seat');
  await saved(other);
  // told by the other window, without being looked at
  await expect(page.getByRole('button', { name: /^Spot 1,.*Window seat/ }).first()).toBeVisible();
  // both are away from the server and change the same field, and another one
  await page.route('**/api/jobs/*/edits', (route) => route.abort());
  await rename(page, 1, 'Rocking chair');
  await rename(page, 2, 'Long worktop');
  await rename(other, 1, 'Bench');
  await saved(other);
  await expect(page.getByTestId('save-notice')).toContainText('kept in this browser');
  await page.unroute('**/api/jobs/*/edits');
  await expect(page.getByTestId('save-notice')).toContainText('1 value changed in two places');
  await saved(page);
  expect([await nameOf(page, 1), await nameOf(page, 2)]).toEqual(['Bench', 'Long worktop']);
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  const clash = page.getByTestId('clash');
  await expect(clash).toContainText('Rocking chair');
  await expect(clash).toContainText('Bench');
  expect(await violationsOf(page)).toEqual([]);
  await clash.getByRole('button', { name: 'Use the value from here' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByTestId('save-notice')).toBeHidden();
  await saved(page);
  expect(await nameOf(page, 1)).toBe('Rocking chair');
  await expect(other.getByRole('button', { name: /^Spot 1,.*Rocking chair/ }).first()).toBeVisible();
});

test('answers that are lost on the way lose no step', async ({ page }) => {
  await open(page);
  let lost = 0;
  await page.route('**/api/jobs/*/edits', async (route) => {
    if (route.request().method() !== 'POST' || lost >= 2) return route.continue();
    lost++;
    // stored, but the window never hears of it
    await route.fetch();
    await route.abort();
  });
  for (let n = 1; n <= 5; n++) await rename(page, n, `Step ${n}`);
  await saved(page);
  expect(lost).toBe(2);
  for (let n = 1; n <= 5; n++) expect(await nameOf(page, n)).toBe(`Step ${n}`);
  await reload(page);
  await expect(page.getByRole('button', { name: /^Spot 3,.*Step 3/ }).first()).toBeVisible();
});

test('a tab that is closed with unsent steps: the next one sends them, and can take them back', async ({
  page,
  context,
}) => {
  await open(page);
  await saved(page);
  const was = await nameOf(page, 4);
  await page.route('**/api/jobs/*/edits', (route) => route.abort());
  await rename(page, 4, 'Never sent');
  await expect(page.getByTestId('save-notice')).toContainText('1 step is kept in this browser');
  await page.close();
  const next = await context.newPage();
  await open(next);
  await expect(next.getByRole('button', { name: /^Spot 4,.*Never sent/ }).first()).toBeVisible();
  await saved(next);
  expect(await nameOf(next, 4)).toBe('Never sent');
  await next.keyboard.press('Control+z');
  await expect(next.getByRole('button', { name: new RegExp(`^Spot 4,.*${was}`) }).first()).toBeVisible();
});

test('a step that the server fails on is set aside with its reason; the others go on; it can be tried again', async ({
  page,
}) => {
  await open(page);
  await page.route('**/api/jobs/*/edits', async (route) => {
    if (!(route.request().postData() ?? '').includes('Poisoned')) return route.continue();
    await route.fulfill({
      status: 500,
      json: {
        error: { message: 'This failed by a fault of the program. Nothing was changed.', problems: [] },
      },
    });
  });
  await rename(page, 1, 'Poisoned');
  await rename(page, 2, 'Sound');
  await expect(page.getByTestId('save-notice')).toContainText('1 step could not be stored');
  await saved(page);
  expect(await nameOf(page, 2)).toBe('Sound');
  await page.unroute('**/api/jobs/*/edits');
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  await expect(page.getByTestId('aside')).toContainText('fault of the program');
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await saved(page);
  await expect.poll(() => nameOf(page, 1)).toBe('Poisoned');
});

test('large pictures arrive whole: 19.9 MB to the job, 11.9 MB from a phone', async ({ page }) => {
  const png = (bytes: number) => {
    const head = Buffer.alloc(33);
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]).copy(
      head,
    );
    head.writeUInt32BE(640, 16);
    head.writeUInt32BE(480, 20);
    return Buffer.concat([head, randomBytes(bytes - head.length)]);
  };
  const send = async (url: string, data: Buffer) => {
    const answer = await page.request.post(url, {
      data,
      headers: { 'content-type': 'application/octet-stream' },
    });
    expect(answer.status(), await answer.text()).toBeLessThan(300);
    const { fileId } = await answer.json();
    expect(fileId).toBe(createHash('sha256').update(data).digest('hex'));
    const back = await page.request.get(`/api/jobs/tannery-lofts-7/files/${fileId}`);
    expect((await back.body()).equals(data)).toBe(true);
  };
  await send('/api/jobs/tannery-lofts-7/files', png(19_900_000));
  const { share } = await (
    await page.request.post('/api/sharing', { data: { jobId: 'tannery-lofts-7' } })
  ).json();
  const phone = new URL(share.urls.at(-1)).origin;
  const photo = png(11_900_000);
  const answer = await page.request.post(`${phone}/api/walk/${share.code}/photo`, {
    data: photo,
    headers: { 'content-type': 'application/octet-stream' },
  });
  expect((await answer.json()).fileId).toBe(createHash('sha256').update(photo).digest('hex'));
  // closed to phones with the bin
  await page.request.delete('/api/jobs/tannery-lofts-7');
  await expect(async () => {
    await expect(page.request.get(`${phone}/walk`, { timeout: 2000 })).rejects.toThrow();
  }).toPass();
});

test('a phone is not told of money, and its run stays when the window undoes its own step', async ({
  page,
}) => {
  await open(page);
  await saved(page);
  const was = await nameOf(page, 2);
  await rename(page, 2, 'By the window');
  await saved(page);
  const { share } = await (
    await page.request.post('/api/sharing', { data: { jobId: 'tannery-lofts-7' } })
  ).json();
  const { records } = await (await page.request.get(`/api/walk/${share.code}`)).json();
  expect(JSON.stringify(records)).not.toMatch(/"priceEur":[1-9]/);
  expect(records.find((r: { type: string }) => r.type === 'job').budget).toBeNull();
  const spot = records.find((r: { type: string }) => r.type === 'spot');
  const run = aPhoneRun('rd-w-e2e', {
    spotId: spot.id,
    phase: 'before',
    takenAt: new Date().toISOString(),
  });
  const sent = await page.request.post(`/api/walk/${share.code}/runs`, {
    data: { runs: [run], sentAt: new Date().toISOString() },
  });
  expect((await sent.json()).received[0].state).toBe('taken');
  await page.getByRole('button', { name: /^Undo: Rename spot 2/ }).click();
  await expect.poll(() => nameOf(page, 2)).toBe(was);
  const after = await (await page.request.get('/api/jobs/tannery-lofts-7')).json();
  expect(after.records.some((r: { id: string }) => r.id === 'rd-w-e2e')).toBe(true);
});

test('one job that can’t be read is one row with its reason; its records can be saved', async ({
  page,
  app,
}) => {
  const db = new Database(join(app.folder, 'nestle.sqlite'));
  db.prepare(`UPDATE spot SET number = 5000 WHERE job_id = 'tannery-lofts-7' AND number = 1`).run();
  db.prepare(`UPDATE job_head SET revision = revision + 1 WHERE id = 'tannery-lofts-7'`).run();
  db.close();
  await openPage(page, '/');
  const row = page.locator('[data-job="tannery-lofts-7"]');
  await expect(row).toContainText('can’t be read');
  await expect(row).toContainText('number');
  await expect(page.locator('[data-job="quay-house"]').getByRole('link').first()).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    row.getByRole('link', { name: 'Save its records' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain('5000');
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  await expect(page.getByTestId('data-trouble')).toContainText('can’t be read');
});

test('the bin keeps jobs until a person empties it', async ({ page }) => {
  await openPage(page, '/');
  await page.getByRole('button', { name: 'Copy Flat 7, Tannery Lofts', exact: true }).click();
  await page.getByRole('button', { name: 'Move Flat 7, Tannery Lofts (copy) to the bin' }).click();
  await page.getByRole('button', { name: /^Bin/ }).click();
  await expect(page.getByTestId('jobs')).toContainText('Flat 7, Tannery Lofts (copy)');
  await page.getByRole('button', { name: 'Empty the bin' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('The bin is empty.')).toBeVisible();
});

test('your data: backed up, saved whole, damaged, said in its own words, restored', async ({
  page,
  app,
}, info) => {
  await openPage(page, '/data');
  expect(await violationsOf(page)).toEqual([]);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText('Backed up.')).toBeVisible();
  await expect(page.getByTestId('backups').getByText('made by hand').first()).toBeVisible();
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save everything' }).click(),
  ]);
  const all = join(info.outputDir, 'all.zip');
  await zip.saveAs(all);
  expect(statSync(all).size).toBeGreaterThan(30_000);

  // work goes on in a window while the disk does its worst
  await open(page, '/jobs/quay-house/survey');
  await saved(page);
  await app.stop();
  const file = join(app.folder, 'nestle.sqlite');
  // all pages into the file itself: those that lie in the log beside it would hide what happens to the file
  const whole = new Database(file);
  whole.pragma('wal_checkpoint(TRUNCATE)');
  whole.close();
  const bytes = readFileSync(file);
  bytes.fill(0x5a, 4096 * 2, 4096 * 20);
  writeFileSync(file, bytes);
  await app.start({ evenIfDamaged: true });
  await openLedger(page);
  await rename(page, 5, 'On a bad disk');
  await expect(page.getByTestId('save-notice')).toContainText('The database is damaged');
  await expect(page.getByTestId('save-notice')).toContainText('kept in this browser');

  const other = await page.context().newPage();
  await openPage(other, '/');
  await expect(other.getByTestId('data-trouble')).toContainText('The database is damaged');
  await other.getByRole('link', { name: /Your data/ }).click();
  await expect(other.getByTestId('trouble')).toContainText('damaged');
  const [rest] = await Promise.all([
    other.waitForEvent('download'),
    other.getByRole('link', { name: 'Save the readable data' }).click(),
  ]);
  expect(statSync(await rest.path()).size).toBeGreaterThan(100);
  await other.getByRole('button', { name: /Restore the newest good backup/ }).click();
  await expect(other.getByText('Restored. The jobs are as they were then.')).toBeVisible();
  // the step of the window goes on top of what was restored
  await saved(page);
  const { records } = await (await page.request.get('/api/jobs/quay-house')).json();
  expect(records.some((r: { name?: string }) => r.name === 'On a bad disk')).toBe(true);

  // and everything from the file, over what is there
  await other.getByLabel('File to restore from').setInputFiles(all);
  await expect(other.getByRole('dialog')).toContainText(/\d+ jobs already/);
  await other.getByRole('button', { name: 'Back up, then replace' }).click();
  await expect(other.getByText('Restored. The jobs are as they were then.')).toBeVisible();
  await expect(other.getByTestId('backups').getByText('before a restore').first()).toBeVisible();
});

test('a drawing that is damaged ends with its line; reading can be stopped, and the page goes on', async ({
  page,
}) => {
  await open(page);
  const input = page.locator('input[aria-label="Drawing of a floor plan"]');
  const torn =
    '0\nSECTION\n2\nENTITIES\n0\nPOLYLINE\n8\nW\n0\nVERTEX\n8\nW\n10\n0\n20\n0\n0\nENDSEC\n0\nEOF\n';
  await input.setInputFiles({ name: 'torn.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(torn) });
  await expect(page.getByText(/torn\.dxf: line 6: this POLYLINE has no end/)).toBeVisible();
  const lines = Array.from(
    { length: 150_000 },
    (_, i) => `0\nLINE\n8\nW\n10\n${i % 90}\n20\n0\n11\n${i % 90}\n21\n5\n`,
  );
  const large = `0\nSECTION\n2\nENTITIES\n${lines.join('')}0\nENDSEC\n0\nEOF\n`;
  await input.setInputFiles({ name: 'large.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(large) });
  await expect(page.getByRole('dialog', { name: /Reading large\.dxf/ })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await rename(page, 1, 'Goes on');
  await saved(page);
});
