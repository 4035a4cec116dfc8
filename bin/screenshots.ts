/** npm run screenshots: one picture of each main view, from the demo data, into docs/screenshots. */
import { chromium, type Page } from 'playwright-core';
import { z } from 'zod';
import { makeApp } from './app';
import { chromiumLaunch } from './chromium';

const sharedSchema = z.object({ share: z.object({ urls: z.array(z.string()).min(1) }) });

const app = makeApp(4388);
await app.start();
const base = app.url;
const browser = await chromium.launch(chromiumLaunch);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });

async function picture(name: string, of: Page = page, fullPage = false) {
  await of.evaluate(() => document.fonts.ready);
  await of.mouse.move(640, 790);
  await of.waitForTimeout(700);
  await of.screenshot({ path: `docs/screenshots/${name}.png`, fullPage });
  console.log(name);
}
const stage = async (name: string, of: Page = page) => {
  await of.goto(`${base}/jobs/quay-house/${name}`, { waitUntil: 'networkidle' });
  if (name === 'plan' || name === 'before')
    await of.waitForSelector('[data-testid="coverage"] path', { state: 'attached' });
};
/** Places a unit on the storey shown, at parts of the sheet's size. */
async function place(storey: RegExp, product: RegExp, x: number, y: number) {
  await page.getByRole('button', { name: storey }).click();
  await page.getByRole('button', { name: product }).click();
  const box = await page.getByTestId('sheet').boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await page.getByTestId('sheet').click({ position: { x: box.width * x, y: box.height * y } });
  await page.waitForTimeout(600);
}

try {
  await stage('survey');
  await page.locator('[data-id="ground-w-7"]').first().click();
  await picture('survey');
  await page.getByRole('button', { name: 'Change construction' }).click();
  await picture('survey-construction');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.keyboard.press('PageUp');
  await page
    .getByLabel('Room by room')
    .getByRole('combobox')
    .fill('Linen room 1.96 2.20 southwest in Landing');
  await picture('survey-room');
  await stage('before');
  await page.locator('tr[data-spot="1"]').click();
  await picture('before');

  await stage('plan');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await page.getByRole('button', { name: 'Compare', exact: true }).waitFor({ timeout: 120_000 });
  await page
    .getByText(/^All needs met in/)
    .nth(2)
    .waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Show on drawing' }).nth(1).click();
  await picture('proposals');
  await page.getByRole('button', { name: 'Hide on drawing' }).click();
  await place(/House, First floor/, /^Mesh node ?€/, 0.33, 0.6);
  await place(/House, Attic/, /^Mesh node ?€/, 0.36, 0.6);
  await page.getByRole('button', { name: /House, First floor/ }).click();
  await page.locator('tr[data-spot="3"]').click();
  await picture('plan');
  await page.getByRole('button', { name: 'Show path profile' }).click();
  await picture('plan-cut');
  await page.getByRole('button', { name: 'Close the path profile', exact: true }).first().click();
  await page.getByRole('button', { name: /^Unit C/ }).click();
  await picture('plan-unit');
  await place(/House, Ground floor/, /^Mesh node ?€/, 0.25, 0.7);
  await page.keyboard.press('4');
  const ways = page.getByRole('list', { name: 'Link options of E' });
  await ways.getByRole('button', { name: /Coax adapter from A/ }).click();
  await page.getByRole('radio', { name: 'All needs at once' }).click();
  await page.getByRole('region', { name: 'Existing coax' }).scrollIntoViewIfNeeded();
  await picture('links');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('3');
  await page.getByRole('button', { name: 'Catalogue …' }).click();
  await page.getByRole('button', { name: /^Outdoor node.*outdoor/ }).click();
  await picture('catalogue');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Outdoors, Outdoors/ }).click();
  await page.keyboard.press('Escape');
  await picture('site');

  await stage('install');
  const card = page.getByTestId('step-card');
  for (const key of ['modem', 'main']) {
    await page.locator(`[data-step="${key}"]`).click();
    for (const caution of await card.getByRole('checkbox').all())
      if (await caution.isEnabled()) await caution.check();
    await card.getByRole('button', { name: 'Begin', exact: true }).click();
    await card.getByRole('button', { name: 'Yes, continue' }).click();
  }
  await page.locator('[data-step="bench.unit-b"]').click();
  await card.getByRole('button', { name: 'Begin', exact: true }).click();
  await card.getByRole('button', { name: /^Start wait/ }).click();
  await page.locator('[data-step="bench.unit-b"]').click();
  await page.waitForTimeout(2500);
  await picture('install');

  await stage('prove');
  await page.getByRole('button', { name: /5 simulated runs at/ }).click();
  await page.waitForTimeout(1500);
  await page.getByTestId('prove-chart').locator('[data-spot="1"]').click();
  await page.waitForTimeout(6000);
  await picture('prove');
  await page.goto(`${base}/jobs/quay-house/report`);
  await page.waitForSelector('[data-ready="true"]');
  await page.setViewportSize({ width: 900, height: 1272 });
  await picture('report');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(base);
  await picture('jobs');
  await page.goto(`${base}/data`);
  await picture('data');

  const phone = await browser.newPage({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  await stage('survey', phone);
  await picture('phone-survey', phone);
  const shared = await fetch(`${base}/api/sharing`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ jobId: 'quay-house' }),
  });
  const { share } = sharedSchema.parse(await shared.json());
  await phone.goto(share.urls.at(-1) ?? '');
  await phone.getByRole('button', { name: /^Spot 7,/ }).click();
  await phone.waitForTimeout(500);
  await picture('phone-walk', phone);
  await phone.getByRole('radio', { name: 'Steps' }).click();
  await picture('phone-steps', phone);
} finally {
  await browser.close();
  await app.stop();
  app.discard();
}
