import { violationsOf } from './axe';
import { expect, openPage, test } from './server';

const job = '/jobs/quay-house';

test('the wiring cut open: a unit is fed by coax, its tree adds up, everyone at once is shown', async ({
  page,
}) => {
  await openPage(page, `${job}/plan`);
  await page.getByRole('button', { name: /House, First floor/ }).click();
  await page.getByRole('button', { name: /^Mesh node ?€/ }).click();
  const sheet = await page.getByTestId('sheet').boundingBox();
  if (!sheet) throw new Error('no sheet');
  await page.getByTestId('sheet').click({ position: { x: sheet.width * 0.7, y: sheet.height * 0.6 } });
  await expect(page.getByRole('button', { name: /^Unit C/ })).toBeVisible();

  await page.keyboard.press('4');
  await expect(page).toHaveURL(/\/links$/);
  const wiring = page.getByTestId('wiring');
  await expect(wiring.getByRole('button', { name: /^Unit [ABC],/ })).toHaveCount(3);
  // by keyboard: the unit is chosen and its ways stand side by side
  await wiring.getByRole('button', { name: /^Unit C,/ }).focus();
  await page.keyboard.press('Enter');
  const ways = page.getByRole('list', { name: 'Link options of C' });
  await expect(ways.getByRole('button', { name: /Ethernet, cat 6 from A/ })).toBeVisible();
  await ways.getByRole('button', { name: /Coax adapter from A/ }).click();
  await expect(wiring.locator('[data-link]')).toHaveCount(2);

  const tree = page.getByRole('region', { name: 'Existing coax' });
  await expect(tree).toBeVisible();
  const words = (await tree.getByRole('img').getAttribute('aria-label')) ?? '';
  const steps = [...words.matchAll(/ (\d+\.\d) dB/g)].map((m) => Number(m[1]));
  const all = steps.pop() ?? NaN;
  expect(steps.length).toBeGreaterThanOrEqual(3);
  expect(Math.abs(steps.reduce((a, b) => a + b, 0) - all)).toBeLessThan(0.06 * (steps.length + 1));

  await page.getByRole('radio', { name: 'All needs at once' }).click();
  await expect(wiring.getByText(/at once$/).first()).toBeVisible();
  const list = page.getByRole('region', { name: 'Links', exact: true });
  await expect(list.getByRole('button', { name: /C.*Coax.*load \d+/s })).toBeVisible();
  const materials = page.getByRole('region', { name: 'Materials' });
  await expect(materials.getByRole('row')).toHaveCount(5);
  expect(await violationsOf(page)).toEqual([]);
});

test('a switch feeds an access point over a cable whose way is drawn, with power counted; undo goes back', async ({
  page,
}) => {
  await openPage(page, `${job}/plan`);
  await page.getByRole('button', { name: /House, Ground floor/ }).click();
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('no sheet');
  const click = (x: number, y: number) => sheet.click({ position: { x: box.width * x, y: box.height * y } });
  await page.getByRole('button', { name: /^Switch, 8 ports, 4 with power/ }).click();
  await click(0.62, 0.25);
  await expect(page.getByRole('button', { name: /^Unit C/ })).toBeVisible();
  await page.getByRole('button', { name: /^Ceiling access point/ }).click();
  await click(0.25, 0.25);
  const ways = page.getByRole('list', { name: 'Link options of D' });
  // the main unit gives no power: there an injector stands in the line
  await expect(ways.getByRole('button', { name: /with an injector from A/ })).toBeVisible();
  await ways.getByRole('button', { name: /Ethernet, cat 6 from C/ }).click();
  const length = page.getByRole('textbox', { name: 'Length' });
  await expect(length).toHaveValue(/^\d/);
  const shortest = Number(await length.inputValue());

  await page.getByRole('button', { name: 'Draw its route' }).click();
  await expect(page.getByTestId('stage-summary')).toContainText('corners of the cable');
  await click(0.62, 0.6);
  await click(0.25, 0.6);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/As drawn, \d+ holes?/)).toBeVisible();
  expect(Number(await length.inputValue())).toBeGreaterThan(shortest);

  await sheet.getByRole('button', { name: /^Unit C/ }).click();
  const ports = page.getByRole('region', { name: 'Ports of C' });
  await expect(ports).toContainText('1 of 7 used');
  await expect(ports).toContainText(/Power: 1 of 4 ports, 1\d\.\d W of 60 W/);
  await page.keyboard.press('Control+z');
  await sheet.getByRole('button', { name: /^Unit D/ }).click();
  await expect(page.getByText(/By the shortest route/)).toBeVisible();
  expect(Number(await length.inputValue())).toBeCloseTo(shortest, 1);
});
