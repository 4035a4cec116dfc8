import type { Page } from '@playwright/test';
import { violationsOf } from './axe';
import { expect, openPage, placeOnSheet, test, visit } from './server';

const plan = async (page: Page) => {
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.getByTestId('coverage').locator('path').first()).toBeAttached();
};
const inspector = (page: Page) => page.getByRole('complementary', { name: 'Inspector' });
/** The numbers of a column of a table of terms, in dB. */
const decibels = (texts: string[]) => texts.map((t) => Number(t.replace('−', '-').replace('+', '')));

test('a spot is explained: terms add up to the signal, ways are on the sheet, and the house is cut along them', async ({
  page,
}) => {
  await plan(page);
  await page.locator('tr[data-spot="7"]').click();
  const panel = inspector(page);
  await expect(panel.getByText('Signal along the path')).toBeVisible();
  const rows = panel.locator('table tbody tr');
  const values = decibels(await rows.locator('td:last-child').allInnerTexts());
  const total = values.pop() ?? NaN;
  expect(values.length).toBeGreaterThan(4);
  // each is rounded to a tenth
  expect(Math.abs(values.reduce((a, b) => a + b, 0) - total)).toBeLessThan(0.05 * (values.length + 1));
  await expect(panel).toContainText(/receives the device at −\d+ dBm/);
  await expect(panel).toContainText(/Microwave raises the noise/);
  await expect(page.getByTestId('rays').locator('path').first()).toBeAttached();

  await panel.getByRole('button', { name: 'Show path profile' }).click();
  const cut = page.getByTestId('cut-panel');
  await expect(cut).toContainText('From B to 7, Armchair');
  await expect(cut.getByTestId('cut-way')).toBeVisible();
  const terms = decibels(await cut.locator('tbody tr td:last-child').allInnerTexts());
  const way = terms.pop() ?? NaN;
  expect(Math.abs(terms.reduce((a, b) => a + b, 0) - way)).toBeLessThan(0.05 * (terms.length + 1));
  expect(await violationsOf(page)).toEqual([]);
  await cut.getByRole('button', { name: 'Close the path profile' }).click();
  await expect(page.getByRole('region', { name: 'Spot table' })).toBeVisible();
});

test('a cut between two places, by key and two clicks; Esc leaves the tool', async ({ page }) => {
  await plan(page);
  await page.keyboard.press('x');
  await expect(page.getByTestId('stage-summary')).toContainText('Click two places');
  const at = await placeOnSheet(page, 14);
  await page.mouse.click(...at(3, 3));
  await page.mouse.click(...at(8.5, 3));
  const cut = page.getByTestId('cut-panel');
  await expect(cut).toContainText('Path profile between two places');
  // the wall of the stairs and the one before it, both of brick
  await expect(cut.getByRole('row', { name: /One brick/ }).first()).toBeVisible();
  await expect(page.getByTestId('cut-line')).toBeAttached();
  await cut.getByRole('button', { name: 'Close the path profile' }).click();
  await page.keyboard.press('x');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('stage-summary')).not.toContainText('Click two places');
});

test('rooms by area, who serves where, and a room in words', async ({ page }) => {
  await plan(page);
  const areas = page.getByTestId('storey-areas');
  await expect(areas.getByRole('button', { name: /Parlour/ })).toContainText('%');
  await expect(areas).toContainText('Tide camera, 2.4 GHz only');
  await page.getByRole('radio', { name: 'Serving unit' }).click();
  await expect(page.getByRole('list', { name: 'Units that serve this storey' })).toContainText('A');
  await areas.getByRole('button', { name: /Parlour/ }).click();
  await expect(inspector(page)).toContainText(/of the Parlour meets its need with 90 % certainty/);
});

test('a unit upside down, in a cupboard or on a busy channel is seen in the numbers', async ({ page }) => {
  await plan(page);
  await page.locator('tr[data-spot="4"]').click();
  const arrives = inspector(page).getByRole('row', { name: /^Received power/ });
  const signal = async () => decibels([await arrives.locator('td').last().innerText()])[0] ?? NaN;
  const before = await signal();
  const ground = page.getByRole('button', { name: /House, Ground/ });
  await ground.click();
  await page.getByRole('button', { name: /^Unit A/ }).click();
  await inspector(page).getByLabel('Mount').selectOption({ label: 'on a shelf or table' });
  await inspector(page).getByLabel('5 GHz, 80 wide').selectOption({ label: '36, 0 %' });
  await expect(page.getByTestId('save-state')).toContainText('saved');
  await page.locator('tr[data-spot="4"]').click();
  // the cupboard is drawn as a box: taken out of it in words alone, the box still counts
  await expect.poll(signal).toBeCloseTo(before, 0);
  await ground.click();
  await page.getByRole('button', { name: /^Unit A/ }).click();
  await inspector(page).getByLabel('South of the corner').fill('3.0');
  await inspector(page).getByLabel('South of the corner').press('Enter');
  await page.locator('tr[data-spot="4"]').click();
  await expect.poll(signal).not.toBeCloseTo(before, 0);
});

test('neighbours on the air are entered and cost what they take', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/survey');
  const panel = inspector(page);
  await panel.getByRole('button', { name: 'Remove Flat 8' }).first().click();
  await panel.getByRole('button', { name: 'Add a neighbour' }).click();
  await panel.getByLabel('Band').selectOption({ label: '5 GHz' });
  await panel.getByLabel('Utilisation').fill('80');
  await panel.getByLabel('Utilisation').press('Enter');
  await expect(panel.getByRole('button', { name: /Network 5.*80 %/ })).toBeVisible();
  await panel.getByLabel('Utilisation').fill('99');
  await panel.getByLabel('Utilisation').press('Enter');
  await expect(panel.locator('p[role=alert]')).toContainText('From 0 to 95');
});

test('a unit that is dragged far shows its tag and its coverage under the pointer; Escape puts both back', async ({
  page,
}) => {
  await visit(page, 'plan');
  const unit = page.locator('[data-unit="A"]');
  const [moving, tag] = [page.getByTestId('coverage-moving'), page.getByTestId('dragged-peg')];
  await unit.click();
  await expect(page.getByTestId('snags')).toContainText('2 snags');
  const peg = await unit.boundingBox();
  if (!peg) throw new Error('the peg has no size');
  const [x, y] = [peg.x + peg.width / 2, peg.y + peg.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  /** What is painted on a canvas at a place of the page: 0 nothing … 255. */
  const painted = (canvas: typeof tag, px: number, py: number) =>
    canvas.evaluate(
      (element: HTMLCanvasElement, [left, top]) => {
        const box = element.getBoundingClientRect();
        const scale = element.width / box.width;
        return element
          .getContext('2d')
          ?.getImageData((left - box.left) * scale, (top - box.top) * scale, 1, 1).data[3];
      },
      [px, py] as const,
    );
  for (const [dx, dy] of [
    [-60, 40],
    [-400, 170],
    [-120, 200],
  ] as const) {
    await page.mouse.move(x + dx, y + dy, { steps: 5 });
    // the tag stands where the pointer is, wherever its small canvas has leapt to
    await expect.poll(() => painted(tag, x + dx, y + dy)).toBe(255);
    await expect.poll(() => painted(moving, x + dx, y + dy)).toBe(255);
  }
  const drawn = Number(await moving.getAttribute('data-drawn'));
  expect(drawn).toBeGreaterThan(3);
  await expect(page.getByTestId('snags')).toContainText('before this move');
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(tag).toHaveCount(0);
  await expect(page.getByTestId('coverage')).toBeVisible();
  // a focus ring may have come round it
  const back = await unit.boundingBox();
  expect(Math.abs((back?.x ?? NaN) + (back?.width ?? NaN) / 2 - x)).toBeLessThan(1);
  expect(Math.abs((back?.y ?? NaN) + (back?.height ?? NaN) / 2 - y)).toBeLessThan(1);
});
