import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseJobFile, readJobFile } from '@/core/job/jobFile';
import { openZip, unpackBytes } from '@/server/zip';
import { violationsOf } from './axe';
import { expect, openPage, placeOnSheet, test } from './server';

const line = (layer: string, ax: number, ay: number, bx: number, by: number) =>
  [0, 'LINE', 8, layer, 10, ax, 20, ay, 11, bx, 21, by].join('\n');
const dxf = (...entities: string[]) => `0\nSECTION\n2\nENTITIES\n${entities.join('\n')}\n0\nENDSEC\n0\nEOF\n`;

test('a picture under the drawing: pinned, scaled by two points, kept in the job file; what is none is refused', async ({
  page,
}, info) => {
  await openPage(page, '/jobs/tannery-lofts-7/survey');
  await expect(page.getByTestId('sheet')).toBeVisible();
  const input = page.locator('input[aria-label="Picture of a floor plan"]');
  const broken = join(info.outputDir, 'broken.png');
  await page.screenshot({ path: join(info.outputDir, 'plan.png') });
  writeFileSync(broken, 'this is no picture');
  await input.setInputFiles(broken);
  await expect(page.getByText(/not a PNG or JPEG picture/)).toBeVisible();
  const large = join(info.outputDir, 'large.png');
  writeFileSync(large, Buffer.alloc(21_000_000));
  await input.setInputFiles(large);
  await expect(page.getByText(/weighs 21 MB/)).toBeVisible();
  await input.setInputFiles(join(info.outputDir, 'plan.png'));
  await expect(page.getByText('Picture under the drawing').first()).toBeVisible();

  // two points 300 px apart on the screen are 3 m in the house
  const sheet = await page.getByTestId('sheet').boundingBox();
  if (!sheet) throw new Error('no sheet');
  await page.mouse.click(sheet.x + 200, sheet.y + 200);
  await page.mouse.click(sheet.x + 500, sheet.y + 200);
  const far = page.getByLabel('These two points are');
  await far.fill('far');
  await far.press('Enter');
  await expect(page.getByText(/A length is needed/)).toBeVisible();
  await far.fill('3');
  await far.press('Enter');
  await expect(far).toBeHidden();
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  const zip = info.outputPath('flat.zip');
  writeFileSync(zip, await (await page.request.get('/api/jobs/tannery-lofts-7/file')).body());
  const { entries } = await openZip(zip, { entries: 2, bytes: () => 50_000_000 });
  const [main] = [...entries.values()].filter((e) => e.filename === 'job.nestle.json');
  if (!main) throw new Error('no job file in the archive');
  const stored = readJobFile((await unpackBytes(main)).toString('utf8'));
  expect([...entries.keys()].filter((n) => n.startsWith('files/'))).toHaveLength(1);
  expect(stored.job.pictures).toMatchObject([{ widthPx: 1280, heightPx: 800, mime: 'image/png' }]);
  const image = page.locator('image');
  expect(await image.evaluate((i) => i.getBoundingClientRect().width)).toBeGreaterThan(50);
});

test('a drawing comes in by layers; text alone is refused; the storey goes out again', async ({
  page,
}, info) => {
  await openPage(page, '/jobs/tannery-lofts-7/survey');
  await expect(page.getByTestId('sheet')).toBeVisible();
  const before = parseJobFile(await (await page.request.get('/api/jobs/tannery-lofts-7/file')).text());
  const input = page.locator('input[aria-label="Drawing of a floor plan"]');
  const file = (name: string, text: string) => {
    writeFileSync(join(info.outputDir, name), text);
    return join(info.outputDir, name);
  };
  await page.screenshot({ path: join(info.outputDir, 'folder.png') });
  await input.setInputFiles(file('notes.dxf', dxf('0\nTEXT\n8\n0\n10\n1\n20\n1\n40\n2\n1\nHall')));
  await expect(page.getByText(/only 1 TEXT/)).toBeVisible();
  await input.setInputFiles(
    file(
      'shed.dxf',
      dxf(
        line('OUT', 0, 0, 3000, 0),
        line('OUT', 3000, 0, 3000, -2000),
        line('OUT', 3000, -2000, 0, -2000),
        line('OUT', 0, -2000, 0, 0),
        line('AXES', 0, 0, 9000, 9000),
      ),
    ),
  );
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Import' })).toBeDisabled();
  await dialog.getByLabel('Unit of length in the drawing in').selectOption({ label: 'millimetres' });
  await dialog.getByLabel('Layer OUT is').selectOption({ label: 'Timber boards 25' });
  await dialog.getByLabel('Layer AXES is').selectOption({ label: 'excluded' });
  await dialog.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByText(/4 walls imported/)).toBeVisible();
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  const after = parseJobFile(await (await page.request.get('/api/jobs/tannery-lofts-7/file')).text());
  expect(after.walls).toHaveLength(before.walls.length + 4);

  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page
      .getByRole('button', { name: 'Floor plans: import, export' })
      .click()
      .then(() => page.getByRole('menuitem', { name: /SVG/ }).click()),
  ]);
  expect(readFileSync(await svg.path(), 'utf8')).toContain('<svg');
});

test('what a wall is made of: layers changed with the loss seen at once, for one wall only', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/survey');
  const at = await placeOnSheet(page, 14);
  await page.mouse.click(...at(12.6, 3.95));
  await page.getByRole('button', { name: 'Change construction' }).click();
  const dialog = page.getByRole('dialog');
  expect(await violationsOf(page, '[role="dialog"]')).toEqual([]);
  await dialog.getByRole('radio', { name: 'From layers' }).click();
  const loss = dialog.getByRole('row', { name: /^5 GHz/ });
  const before = await loss.textContent();
  await dialog.getByRole('button', { name: 'Add a layer' }).click();
  await dialog.getByLabel('Layer 6, material').selectOption({ label: 'concrete' });
  await dialog.getByLabel('Layer 6, thickness').fill('100');
  await dialog.getByLabel('Layer 6, thickness').press('Enter');
  await expect(loss).not.toHaveText(before ?? '');
  await dialog.getByRole('button', { name: /this wall only/ }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByLabel('Construction', { exact: true })).toHaveValue(/^asm-\d+$/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Construction', { exact: true })).toHaveValue('asm-lath');
});

test('what is there: sockets take the last circuit, coax is joined into a tree, a storey with a unit stays', async ({
  page,
}) => {
  await openPage(page, '/jobs/quay-house/survey');
  const sheet = await page.getByTestId('sheet').boundingBox();
  if (!sheet) throw new Error('no sheet');
  await page.keyboard.press('p');
  await page.mouse.click(sheet.x + 400, sheet.y + 300);
  await expect(page.getByLabel('Circuit', { exact: true })).toHaveValue('G2');
  // its name is typed at once; Esc gives the keys back
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('Desk socket');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Desk socket' })).toBeVisible();
  await page.getByLabel('Name', { exact: true }).focus();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Name', { exact: true })).not.toBeFocused();
  await page.keyboard.press('c');
  await page.mouse.click(sheet.x + 420, sheet.y + 250);
  await expect(page.getByLabel('Connected')).toHaveValue('unknown');
  await page.getByLabel('Add a cable to').selectOption({ label: 'Splitter, 4-way, cellar' });
  await expect(page.getByLabel('Connected')).toHaveValue('joined');
  await expect(page.getByRole('heading', { name: 'Coax of the house' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Name', { exact: true })).not.toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Missing data' })).toContainText('no rating found');
  await page.getByRole('button', { name: 'This storey' }).click();
  await expect(page.getByText(/Unit A stands on Ground floor/)).toBeVisible();
});
