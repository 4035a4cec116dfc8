import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { parseJobFile } from '@/core/job/jobFile';
import type { Job } from '@/core/job/job';
import { regionArea } from '@/core/geometry/region';
import { makeCrossings } from '@/core/propagation/crossings';
import { crossingsBetween } from '@/core/propagation/boxTree';
import { freeSpaceLoss } from '@/core/propagation/freeSpace';
import { multiplyTransmittance } from '@/core/propagation/transmittance';
import { buildScene } from '@/core/propagation/scene';
import { countActions, expect, openPage, placeOnSheet, test } from './server';

const demo = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));

/** The job as the server has it now. */
async function jobOf(page: Page): Promise<Job> {
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  const id = new URL(page.url()).pathname.split('/')[2];
  const text = await (await page.request.get(`/api/jobs/${id}/file`)).text();
  return parseJobFile(text);
}

/** Straight loss between two places of the ground floor at 5 GHz, dB. */
function lossBetween(job: Job, storeyId: string, a: [number, number], b: [number, number]): number {
  const scene = buildScene(job);
  const storey = job.storeys.find((s) => s.id === storeyId);
  const z = (storey?.floorZM ?? 0) + 1.5;
  const hits = makeCrossings();
  const pass = new Float64Array(3).fill(1);
  crossingsBetween(scene, ...a, z, ...b, z, hits);
  multiplyTransmittance(scene, hits, pass, 0);
  return freeSpaceLoss(Math.hypot(b[0] - a[0], b[1] - a[1]), 5.5) - 10 * Math.log10(pass[1] ?? NaN);
}

test('the ground floor of Quay House from nothing, by keyboard and pointer, in under 60 actions', async ({
  page,
}) => {
  const { act, count } = countActions();
  await openPage(page, '/');
  await act(page.getByLabel(/^Name/).fill('Quay House again'));
  await act(page.getByLabel('House, along the front').fill('14'));
  await act(page.getByLabel('House, front to back').fill('9'));
  await act(page.getByLabel('Storeys').fill('1'));
  await act(page.getByLabel(/^Outer walls/).selectOption({ label: 'Rubble stone 600' }));
  await act(page.getByRole('radio', { name: 'Empty shell' }).click());
  await act(page.getByRole('button', { name: 'Start survey' }).click());
  await expect(page).toHaveURL(/\/survey$/, { timeout: 180_000 });

  // six rooms, one line each
  const line = page.getByLabel('Room by room').getByRole('combobox');
  await act(page.keyboard.press('/'));
  for (const text of [
    'Chart room 4.33 2.995 northwest in Living space',
    'Parlour 4.33 4.695 southwest in Living space',
    'Hall 1.96 7.80 east of Chart room',
    'Scullery 2.925 3.295 northwest in Living space',
    'Pantry 2.995 3.295 east of Scullery',
    'Kitchen 6.03 4.395 southeast in Living space',
  ]) {
    await act(line.fill(text));
    await act(line.press('Enter'));
    await expect(line).toHaveValue('');
  }
  let at = await placeOnSheet(page, 14);
  const click = (x: number, y: number) => page.mouse.click(...at(x, y));

  // the walls beside the Hall are brick
  await act(line.press('Escape'));
  await act(click(5.05, 2));
  await act(page.getByLabel('Construction').selectOption({ label: 'One brick, plastered' }));
  await act(page.getByRole('button', { name: 'Copy to others' }).click());
  await act(click(5.05, 6));
  await act(click(7.25, 6));

  // as thick as they are, the walls close on the shell
  await expect(page.getByTestId('save-state')).toContainText(/^saved/);
  at = await placeOnSheet(page, 14);

  // openings: the shell has a window and a front door in the middle already
  await act(page.keyboard.press('d'));
  const kind = page.getByLabel('Type of opening');
  for (const [x, y] of [
    [5.05, 2.95],
    [5.05, 7.2],
    [7.25, 3.45],
    [7.25, 5.1],
    [8.9, 3.95],
    [11.2, 3.95],
  ] as const)
    await act(click(x, y));
  await act(kind.selectOption({ label: 'Window, single glazing' }));
  for (const [x, y] of [
    [2.6, 0.3],
    [12, 0.3],
    [13.7, 7.4],
    [11.6, 8.7],
    [2.7, 8.7],
    [0.3, 4.55],
  ] as const)
    await act(click(x, y));
  await act(page.keyboard.press('v'));

  const job = await jobOf(page);
  const storeyId = job.storeys[0]?.id ?? '';
  const areas = (j: Job, id: string) =>
    new Map(j.rooms.filter((r) => r.storeyId === id).map((r) => [r.name, regionArea(r)]));
  const [mine, theirs] = [areas(job, storeyId), areas(demo, 'ground')];
  expect([...mine.keys()].sort()).toEqual([...theirs.keys()].sort());
  for (const [name, area] of theirs)
    expect(Math.abs((mine.get(name) ?? 0) / area - 1), name).toBeLessThan(0.01);
  for (const [a, b] of [
    [
      [2.8, 2],
      [8.8, 2],
    ],
    [
      [2.8, 6],
      [9.6, 6.3],
    ],
    [
      [6.1, 6],
      [6.1, -3],
    ],
    [
      [12.2, 2.6],
      [12.2, 5],
    ],
  ] as [[number, number], [number, number]][])
    expect(lossBetween(job, storeyId, a, b)).toBeCloseTo(lossBetween(demo, 'ground', a, b), 0);
  expect(job.openings).toHaveLength(14);
  test.info().annotations.push({ type: 'actions', description: String(count()) });
  expect(count()).toBeLessThan(60);
});

test('walls drawn by typed lengths close a room; a gap is told and closed by one key', async ({ page }) => {
  await openPage(page, '/jobs/tannery-lofts-7/survey');
  const before = await jobOf(page);
  const sheet = page.getByTestId('sheet');
  const box = await sheet.boundingBox();
  if (!box) throw new Error('the sheet has no size');
  await page.getByRole('button', { name: 'Zoom out' }).click();
  await page.getByRole('button', { name: 'Zoom out' }).click();
  await page.keyboard.press('w');
  await page.mouse.click(box.x + 60, box.y + 120);
  const draft = page.getByTestId('wall-draft');
  await expect(draft).toBeVisible();
  for (const [length, arrow] of [
    ['3', 'ArrowRight'],
    ['2,5', 'ArrowDown'],
    ['3', 'ArrowLeft'],
  ] as const) {
    await page.keyboard.type(length);
    await page.keyboard.press(arrow);
    await expect(page.getByTestId('draft-length')).toContainText(length);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.type('2.2');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('gap')).toHaveCount(1);
  await page.keyboard.press('g');
  await expect(page.getByTestId('gap')).toHaveCount(0);
  await expect(page.getByText(/Closed a gap/)).toBeVisible();
  const job = await jobOf(page);
  const made = job.rooms.filter((r) => !before.rooms.some((b) => b.id === r.id));
  expect(made).toHaveLength(1);
  expect(made[0] && regionArea(made[0])).toBeCloseTo(3 * 2.5, 1);
  // every step back: the same records as before
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Undo/ }).first()).toBeDisabled();
  expect(new Map((await jobOf(page)).byId)).toEqual(new Map(before.byId));
});
