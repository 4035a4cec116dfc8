/** What each stage shows and lets one correct. */
import { readFileSync } from 'node:fs';
import { expect, openLedger, openPage, placeOnSheet, test } from './server';

test('survey: a wall made of something else changes its loss, and with it the plan', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/survey');
  await openLedger(page);
  const planned = page.locator('tr[data-spot="3"]').getByRole('cell').nth(5);
  await expect(planned).toContainText('%');
  const before = await planned.textContent();
  const at = await placeOnSheet(page, 14);
  await page.mouse.click(...at(5.05, 5.9));
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector).toContainText('One brick, plastered');
  await inspector.getByLabel('Construction', { exact: true }).selectOption({ label: 'Corrugated steel' });
  await expect(inspector.getByRole('heading', { name: 'Corrugated steel' })).toBeVisible();
  await expect(inspector.getByRole('row', { name: /5 GHz/ })).toContainText('28.0');
  await expect(planned).not.toHaveText(before ?? '');
  await page.keyboard.press('Control+z');
  await expect(planned).toHaveText(before ?? '');
});

test('survey: a length that is none, or too long, says why and keeps what was typed', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/survey');
  await page.locator('[data-id="ground-w-6-o-1"] path').first().click();
  const width = page.getByLabel('Width', { exact: true });
  await width.fill('wide');
  await width.press('Enter');
  await expect(page.locator('p[role=alert]')).toContainText('A length is needed');
  await expect(width).toHaveValue('wide');
  await width.fill('40');
  await width.press('Enter');
  await expect(page.locator('p[role=alert]')).toContainText('From 0.10 m to 8.40 m');
  await width.fill('82 cm');
  await width.press('Enter');
  await expect(width).toHaveValue('0.82 m');
});

test('survey: what a room is used for is its need', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/survey');
  await openLedger(page);
  await page.getByRole('button', { name: /^Chart room/ }).click();
  await page.getByLabel(/^Video call/).check();
  await expect(page.locator('tr[data-spot="6"]')).toContainText('16\u2009/\u20098');
  await page.getByRole('button', { name: /^Spot 6,/ }).click();
  await page.getByLabel('Need of', { exact: true }).selectOption({ label: 'its own' });
  await page.getByLabel(/^Web and mail/).uncheck();
  await expect(page.locator('tr[data-spot="6"]')).toContainText('6\u2009/\u20096');
});

test('feet and inches everywhere, and back', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/survey');
  await page.getByRole('radio', { name: 'ft' }).click();
  await expect(page.getByTestId('sheet')).toContainText('45′ 11″');
  await expect(page.getByLabel('Ceiling height', { exact: true })).toHaveValue('8′ 10″');
  await page.getByLabel('Ceiling height', { exact: true }).fill('9 0');
  await page.getByLabel('Ceiling height', { exact: true }).press('Enter');
  await expect(page.getByLabel('Ceiling height', { exact: true })).toHaveValue('9′ 0″');
  await page.getByRole('radio', { name: 'm', exact: true }).click();
  await expect(page.getByLabel('Ceiling height', { exact: true })).toHaveValue('2.74 m');
});

test('before: a run more or less moves the median, and the dead list follows', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/before');
  await page.getByTestId('dead-list').getByText('Attic den').click();
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector).toContainText('Before: dead');
  for (let i = 0; i < 7; i++) {
    await page.getByLabel('Down, Mbps').fill(String(200 + i));
    await page.getByLabel('Up, Mbps').fill('60');
    await page.getByLabel('Latency, ms').fill('15');
    await page.getByLabel('Latency, ms').press('Enter');
    await expect(page.getByLabel('Down, Mbps')).toHaveValue('');
  }
  await expect(inspector).toContainText('Before: met');
  await expect(page.getByTestId('dead-list')).not.toContainText('Attic den');
  await page.getByRole('button', { name: 'Remove run 12', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Remove run 12', exact: true })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove run 12', exact: true })).toBeVisible();
});

test('plan: three layers; why a spot gets what it gets adds up on screen', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/plan');
  const coverage = page.getByTestId('coverage');
  await expect(coverage.locator('path').first()).toBeAttached();
  const shape = () => coverage.innerHTML();
  const headroom = await shape();
  await page.getByRole('radio', { name: 'Signal' }).click();
  await expect.poll(shape).not.toBe(headroom);
  const five = await shape();
  await page.getByRole('radio', { name: '2.4 GHz' }).click();
  await expect.poll(shape).not.toBe(five);
  await page.getByRole('radio', { name: 'Certainty' }).click();
  await expect(page.getByRole('img', { name: /Certainty that the need is met/ })).toBeVisible();

  await page.locator('tr[data-spot="7"]').click();
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector.getByRole('img', { name: /bottleneck/ })).toBeVisible();
  const rows = await inspector.locator('table').last().locator('tr').allInnerTexts();
  const figures = rows.map((r) => Number((r.split('\t').at(-1) ?? '').replace('−', '-').replace('+', '')));
  const arrives = figures.pop() ?? NaN;
  expect(rows.length).toBeGreaterThan(4);
  expect(Math.abs(figures.reduce((sum, f) => sum + f, 0) - arrives)).toBeLessThan(0.06 * rows.length);
});

test('plan: another link, a cable, a unit unfed, a unit taken out', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/plan');
  await page.getByRole('button', { name: /House, First floor/ }).click();
  await page.getByRole('button', { name: /^Mesh node ?€/ }).click();
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await sheet.click({ position: { x: box.width * 0.35, y: box.height * 0.6 } });
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector).toContainText('Uplink of C');
  const ways = inspector.getByRole('list', { name: 'Link options of C' }).getByRole('button');
  await expect(inspector.getByRole('button', { pressed: true })).toHaveCount(1);
  // powerline: two sockets and their circuits, the worst spot beside it
  await inspector.getByText(/more options/).click();
  const mains = inspector.getByRole('button', { name: /^Powerline adapter, two pairs of wires from A/ });
  await expect(mains).toContainText(/lowest spot \d+: \d+/);
  await expect(mains).toContainText('through the consumer unit to another circuit, 12 dB');
  await mains.click();
  await expect(mains).toHaveAttribute('aria-pressed', 'true');
  await ways.filter({ hasText: 'Ethernet, cat 6 from A' }).click();
  await expect(inspector).toContainText('Ethernet from A');
  await expect(inspector).toContainText('949');
  await inspector.getByLabel('Length').fill('140');
  await inspector.getByLabel('Length').press('Enter');
  await expect(inspector).toContainText('None. Other units are faster at every spot.');

  // without the unit that feeds them all, the rest says so
  await page.getByRole('button', { name: /House, Ground floor/ }).click();
  await page.getByRole('button', { name: /^Unit A/ }).click();
  await inspector.getByRole('button', { name: /Take A out/ }).click();
  await page.getByRole('button', { name: /House, First floor/ }).click();
  await page.getByRole('button', { name: /^Unit C/ }).click();
  await expect(inspector).toContainText('No connection');
  await expect(page.getByTestId('ledger-sum')).toContainText('0 of 14 met');
});

test('the ledger sorts, filters and leads to the place', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/before');
  const ledger = page.getByRole('region', { name: 'Spot table' });
  const numbers = async () =>
    (
      await ledger.locator('tbody tr').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-spot')))
    ).map(Number);
  expect(await numbers()).toEqual(Array.from({ length: 14 }, (_, i) => i + 1));
  await ledger.getByRole('button', { name: 'Room' }).click();
  await expect(ledger.getByRole('columnheader', { name: 'Room' })).toHaveAttribute('aria-sort', 'ascending');
  const rooms = await ledger.locator('tbody tr td:nth-child(3)').allInnerTexts();
  expect(rooms).toEqual([...rooms].sort((a, b) => a.localeCompare(b)));
  await ledger.getByRole('radio', { name: /This storey/ }).click();
  expect((await numbers()).sort((a, b) => a - b)).toEqual([5, 6, 7, 8]);
  await ledger.getByRole('radio', { name: /To do/ }).click();
  await ledger.locator('tbody tr[data-spot="11"]').click();
  await expect(page.getByTestId('sheet')).toHaveAttribute('aria-label', /Net loft/);
});

test('on a phone the same job works: section, sheet, inspector as a drawer', async ({ browser }) => {
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  await expect(page.getByTestId('coverage').locator('path').first()).toBeAttached();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: /^Spot 3,/ }).tap();
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await expect(inspector).toContainText('Desk, Study');
  await page.getByRole('button', { name: 'Close the inspector' }).tap();
  await expect(inspector).toBeHidden();
  await page.close();
});

test('what goes out comes back: job file and readings', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/handover');
  const download = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name }).click(),
    ]);
    return readFileSync(await file.path(), 'utf8');
  };
  expect(JSON.parse(await download('Job file'))).toMatchObject({
    format: 'nestle-job',
    job: { id: 'tannery-lofts-7' },
  });
  const csv = await download('Readings, CSV');
  expect(csv.split('\n')[0]).toBe(
    'spot,phase,run,taken_at,connected,down_mbps,up_mbps,latency_ms,rssi_dbm,source,device,measures,server,height_m,plan_mbps,loaded_ms,loaded_up_ms,jitter_ms,loss_pct,silence_ms,remarks,link_mbps,network_name,unit,band,round',
  );
  expect(csv).toContain('simulated');
});
