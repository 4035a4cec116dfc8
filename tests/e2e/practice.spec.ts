/** A practice house from its list to its result, with the true house hidden until then. */
import { expect, openPage, test } from './server';

test('a practice house: clues, a unit, the questions at the button, and a result that adds up', async ({
  page,
}) => {
  await openPage(page, '/');
  await page.getByRole('button', { name: /^Practice houses/ }).click();
  await expect(page.getByTestId('practice').getByRole('listitem')).toHaveCount(5);
  await page.getByRole('button', { name: 'Start practice: Half of a brick pair' }).click();
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });
  const clues = page.getByRole('region', { name: 'Practice house' });
  await clues.getByText('Lift the carpet at the edge of the landing').click();
  await expect(clues).toContainText('Bare concrete');
  // nothing of the truth is in the job itself
  const id = new URL(page.url()).pathname.split('/')[2] ?? '';
  const file = JSON.parse(await (await page.request.get(`/api/jobs/${id}/file`)).text()) as {
    storeys: { level: number; floorAssemblyId: string | null }[];
  };
  const upper = file.storeys.filter((s) => s.level > 0);
  expect(upper.map((s) => s.floorAssemblyId)).toEqual([null, null]);
  await page.keyboard.press('3');
  await expect(page.locator('[data-quality=fine]')).toBeAttached();
  await page.keyboard.press('u');
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await sheet.click({ position: { x: box.width * 0.5, y: box.height * 0.4 } });
  await expect(page.locator('[data-unit]').first()).toBeAttached();
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await page.getByRole('radio', { name: '× 300' }).click();
  const asked = page.getByTestId('button-question');
  await expect(asked).toContainText('not open', { timeout: 60_000 });
  await asked.getByRole('button', { name: 'Wait' }).click();
  await expect(asked).toContainText('searching', { timeout: 60_000 });
  await asked.getByRole('button', { name: 'Press Pair' }).click();
  await expect(page.getByTestId('rehearsal-says')).toContainText('has ended', { timeout: 90_000 });
  await page.keyboard.press('7');
  const result = page.getByRole('region', { name: 'Practice result' });
  await result.getByRole('button', { name: 'Show the result' }).click();
  const score = page.getByTestId('practice-score');
  await expect(score).toContainText('2 of 2 answers right', { timeout: 180_000 });
  await expect(score.getByRole('row', { name: /^Pairing/ })).toContainText('5 of 5');
  const points = await score
    .locator('tbody tr')
    .evaluateAll((rows) => rows.map((r) => Number(r.querySelector('td b')?.textContent)));
  const total = Number(await score.locator('tfoot b').textContent());
  expect(points.reduce((a, b) => a + b, 0)).toBe(total);
  await expect(result).toContainText('Not in the survey: the floors between the storeys are concrete.');
});

test('there is no practice house of that name, and a real job has no truth to ask for', async ({ page }) => {
  await openPage(page, '/');
  const refused = await page.request.post('/api/practice', {
    data: { houseId: 'castle', lengths: 'm' },
    headers: { origin: new URL(page.url()).origin },
  });
  expect(refused.status()).toBe(404);
  expect((await page.request.get('/api/jobs/quay-house/practice')).status()).toBe(404);
});
