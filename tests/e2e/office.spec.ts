/** Two laptops of a firm and their office: joined by codes, one job, a conflict that is told and chosen, an office that is away. */
import QRCode from 'qrcode';
import { makeApp } from '../../bin/app';
import { makeTestOffice } from '../../src/testing/officeForTests';
import { violationsOf } from './axe';
import { expect, openPage, test } from './server';
import type { Page } from '@playwright/test';

async function join(page: Page, path: string, code: string): Promise<void> {
  await openPage(page, path);
  await page.getByLabel('Code of the office').fill(code);
  await page.getByLabel('Name of this laptop').fill('A laptop');
  await page.getByRole('button', { name: 'Join', exact: true }).click();
}

async function rename(page: Page, name: string): Promise<void> {
  await page
    .getByRole('button', { name: /^Spot 1,/ })
    .first()
    .click();
  const field = page.getByLabel('Name', { exact: true }).last();
  await field.fill(name);
  await field.press('Enter');
}

test('two laptops and their office', async ({ page, browser, app }) => {
  test.setTimeout(240_000);
  const office = await makeTestOffice();
  const other = makeApp(Number(new URL(app.url).port) + 20);
  const context = await browser.newContext({ baseURL: other.url });
  try {
    await office.start();
    await other.start();
    const second = await context.newPage();

    // a wrong code changes nothing
    await join(page, '/office', 'nestle-2-half');
    await expect(page.getByRole('alert').first()).toContainText('This is no join code');
    expect(await violationsOf(page)).toEqual([]);
    await join(page, '/office', await office.code('Van 1'));
    await expect(page.getByTestId('office-state')).toContainText('with the office');
    // the second reads its code from a photo; its two demo jobs stay where they are, and the page says so
    await openPage(second, `${other.url}/office`);
    await expect(second.getByRole('main')).toContainText('Nothing of this laptop goes to the office');
    await second.getByRole('button', { name: 'Read its picture' }).click();
    const photo = second.getByLabel('Photo of the picture code');
    const picture = (name: string, buffer: Buffer) =>
      photo.setInputFiles({ name, mimeType: 'image/png', buffer });
    await expect(second.getByRole('status').last()).toContainText(
      'There is no camera that this page may use',
    );
    await picture('dog.png', await QRCode.toBuffer('a dog', { scale: 1, color: { dark: '#ffffff' } }));
    await expect(second.getByRole('status').last()).toContainText('No code was found in dog.png');
    expect(await violationsOf(second)).toEqual([]);
    await picture(
      'code.png',
      await QRCode.toBuffer(await office.code('Van 2'), { errorCorrectionLevel: 'L' }),
    );
    await expect(second.getByLabel('Code of the office')).toHaveValue(/^nestle-2-/);
    await second.getByLabel('Name of this laptop').fill('A laptop');
    await second.getByRole('button', { name: 'Join', exact: true }).click();
    await expect(second.getByTestId('laptop')).toHaveCount(2);
    await expect(second.getByTestId('laptop').first()).toContainText('Van 1');
    expect(await violationsOf(second)).toEqual([]);

    // a job made on one is on the other
    await openPage(page, '/');
    await page.getByLabel('Name').first().fill('Farm house');
    await page.getByRole('button', { name: 'Start survey' }).click();
    await page.waitForURL(/jobs\/job-/);
    const { pathname } = new URL(page.url());
    await expect
      .poll(async () => (await second.request.get(`${other.url}/api/jobs`)).text())
      .toContain('Farm house');
    await openPage(second, `${other.url}${pathname}`);
    await expect(second.getByTestId('office-state')).toContainText('with the office, ');
    await rename(page, 'Table');
    await expect(second.getByRole('button', { name: /^Spot 1, Table/ }).first()).toBeVisible();
    await expect(page.getByTestId('office-bar')).toContainText('Open on Van 2 too');
    const list = await page.context().newPage();
    await openPage(list, '/');
    await expect(list.getByTestId('jobs')).toContainText('open on Van 2');
    // and what the other makes comes into the list while it is looked at
    await second.request.post(
      `${other.url}/api/jobs${pathname.replace(/^\/jobs/, '').replace(/\/survey.*/, '')}/copy`,
    );
    await expect(list.getByTestId('jobs')).toContainText('Farm house (copy)');
    await list.close();

    // the office is away: edits wait, and both change one field
    await office.stop();
    await rename(page, 'Table of one');
    await rename(second, 'Table of two');
    for (const one of [page, second]) {
      await expect(one.getByTestId('office-state')).toContainText('1 edit waits');
      await expect(one.getByTestId('office-bar')).toContainText('The office can’t be reached');
    }
    await office.start();
    const asked = second.getByTestId('office-bar').getByText('1 change needs your choice.');
    const here = page.getByTestId('office-bar').getByText('1 change needs your choice.');
    await expect.poll(async () => (await asked.count()) + (await here.count())).toBe(1);
    const loser = (await asked.count()) === 1 ? second : page;
    await loser.getByTestId('office-bar').getByRole('button', { name: 'Choose' }).click();
    const clash = loser.getByTestId('clash');
    await expect(clash).toContainText('Table of one');
    await expect(clash).toContainText('Table of two');
    expect(await violationsOf(loser)).toEqual([]);
    const own = loser === page ? 'Table of one' : 'Table of two';
    await clash.getByRole('button', { name: 'Use the value from here' }).click();
    await expect(clash).toHaveCount(0);
    await loser.keyboard.press('Escape');
    for (const one of [page, second])
      await expect(one.getByRole('button', { name: new RegExp(`^Spot 1, ${own}`) }).first()).toBeVisible();
  } finally {
    await context.close();
    await other.stop();
    other.discard();
    await office.discard();
    await page.request.delete('/api/office');
  }
});
