/** Readings that are doubtful, or not taken the same way. */
import { expect, test, visit } from './server';

test('kbit/s pasted as Mbps: asked, for a typed run and for a file', async ({ page }) => {
  await visit(page, 'prove');
  await page.getByTestId('prove-chart').locator('[data-spot="7"]').click();
  const inspector = page.getByRole('complementary', { name: 'Inspector' });
  await inspector.getByLabel('Down, Mbps').fill('31400');
  await inspector.getByLabel('Link, Mbps').fill('866');
  await expect(inspector.getByText(/80 MHz, 2 streams, MCS/)).toBeVisible();
  await inspector.getByRole('button', { name: 'Add run' }).click();
  await expect(inspector.getByRole('alert')).toContainText('far above the contract speed of 500 / 100');
  await inspector.getByRole('button', { name: 'Yes, kbit/s' }).click();
  await expect(inspector.getByRole('row', { name: /^1 31/ })).toBeVisible();
  await inspector.getByLabel('Down, Mbps').fill('0');
  await inspector.getByRole('button', { name: 'Add run' }).click();
  await expect(inspector.getByRole('row', { name: /^2 could not connect/ })).toBeVisible();

  const drop = (text: string) =>
    page
      .getByLabel('CSV of readings')
      .setInputFiles({ name: 'runs.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await drop('spot;down_mbps;up_mbps\n8;48200,5;9100\n8;47100;9000\n');
  const dialog = page.getByRole('dialog', { name: 'Mbps or kbit/s?' });
  await expect(dialog).toContainText('2 runs are far above the contract speed');
  await expect(dialog).toContainText('48 Mbps');
  await dialog.getByRole('button', { name: 'Values are kbit/s' }).click();
  await expect(page.getByText('2 readings read from runs.csv.')).toBeVisible();
  // the same file again counts nothing twice
  await drop('spot;down_mbps;up_mbps\n8;48,2005;9,1\n8;47,1;9\n');
  await expect(page.getByText('No new readings in runs.csv. 2 were there already.')).toBeVisible();
  await drop('spot,down_mbps,taken_at\n8,40,2035-01-01T10:00:00Z\n');
  await expect(page.getByText(/line 2, taken_at: 2035.* is in the future/)).toBeVisible();
});

test('after-runs with another device are told, and what that does to the verdict', async ({ page }) => {
  await visit(page, 'prove');
  await page.getByLabel('CSV of readings').setInputFiles({
    name: 'runs.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'spot,down_mbps,up_mbps,latency_ms,device\n' + '3,60,30,15,Laptop with a 100 Mbps port\n'.repeat(5),
    ),
  });
  await page.getByTestId('prove-chart').locator('[data-spot="3"]').click();
  await expect(page.getByTestId('verdict')).toContainText('Now met');
  const flag = page.getByTestId('same-way');
  await expect(flag).toContainText('Before with Test phone, after with Laptop with a 100 Mbps port.');
  await expect(flag).toContainText('runs after show that the need is met now');
});

test('a radio link that no test has loaded yet says so, and where to stand', async ({ page }) => {
  await visit(page, 'plan');
  await page.getByRole('button', { name: /House, First floor/ }).click();
  await page.getByRole('button', { name: /^Mesh node €/ }).click();
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await sheet.click({ position: { x: box.width * 0.36, y: box.height * 0.62 } });
  await expect(page.getByRole('button', { name: /^Unit C/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.keyboard.press('6');
  const loads = page.getByTestId('link-loads');
  await expect(loads).toContainText(
    /A to C has carried no test yet\. The figures of an idle radio link prove nothing/,
  );
  await loads.getByRole('button', { name: /^Spot/ }).click();
  await page.getByRole('button', { name: 'Take 5 simulated runs' }).click();
  await page.keyboard.press('Escape');
  await expect(loads).toContainText(/A to C (carried|gave no more than) \d+/);
});
