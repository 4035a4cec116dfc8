import { expect, openPage, reload, test } from './server';

test('proposals for a flat: asked for, proven, questioned, taken, one in place of the other, undone', async ({
  page,
}) => {
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  const summary = page.getByTestId('stage-summary');
  await expect(summary).toContainText('4 of 5 needs met here');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const cards = page.getByTestId('proposal');
  await expect(page.getByRole('button', { name: 'Compare', exact: true })).toBeVisible({ timeout: 180_000 });
  await expect(cards).toHaveCount(2);
  await expect(cards.first()).toContainText('5 of 5 needs met · no hole');
  await expect(cards.first()).toContainText('Optimal');
  // how often it holds, and why not less
  await expect(cards.first()).toContainText(/All needs met in .+ of 400 cases/, { timeout: 180_000 });
  await cards.first().getByRole('button', { name: 'Why not fewer units?' }).click();
  await expect(cards.first().getByRole('status')).toContainText('the existing units cannot meet all needs', {
    timeout: 180_000,
  });
  await cards
    .first()
    .getByRole('button', { name: /^Why not wireless/ })
    .click();
  await expect(cards.first().getByRole('status').first()).not.toContainText('Solving', { timeout: 180_000 });
  // held against the sheet, and side by side
  await cards.first().getByRole('button', { name: 'Show on drawing' }).click();
  await expect(page.getByTestId('proposed').locator('g g')).not.toHaveCount(0);
  await cards.first().getByRole('button', { name: 'Hide on drawing' }).click();
  await expect(page.getByTestId('proposed')).toHaveCount(0);
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  const table = page.getByRole('dialog').getByRole('table');
  await expect(table.getByRole('columnheader')).toHaveText([/lowest cost/i, /most headroom/i]);
  await expect(table.getByRole('row', { name: /Needs met/ })).toContainText('5 of 5');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Compare cost and headroom' }).click();
  await expect(page.getByRole('row', { name: /dB/ }).first()).toBeVisible({ timeout: 180_000 });
  await expect(page.getByRole('row', { name: /25 dB or more/ })).toContainText('optimal');
  await page.keyboard.press('Escape');
  // what was chosen and asked elsewhere leaves the proposals as they are
  await page.keyboard.press('4');
  await page.keyboard.press('3');
  await expect(cards).toHaveCount(2);
  await cards.first().getByRole('button', { name: 'Apply' }).click();
  await expect(summary).toContainText('5 of 5 needs met here');
  await expect(page.getByRole('button', { name: /^Unit B/ })).toBeVisible();
  // the other takes its place: still one unit besides the main one
  await cards.nth(1).getByRole('button', { name: 'Apply' }).click();
  await expect(cards.nth(1).getByRole('button', { name: /^Applied/ })).toBeVisible();
  await expect(page.getByTestId('sheet').getByRole('button', { name: /^Unit [BC]/ })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(summary).toContainText('4 of 5 needs met here');
});

test('places are shown, left out and made a must; what contradicts itself is said, and survives a reload', async ({
  page,
}) => {
  await openPage(page, '/jobs/tannery-lofts-7/plan');
  await expect(page.getByTestId('stage-summary')).toContainText('needs met here');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const cards = page.getByTestId('proposal');
  await expect(page.getByRole('button', { name: 'Propose again' })).toBeVisible({ timeout: 180_000 });
  const before = await cards.first().textContent();
  const not = cards.first().getByRole('button', { name: /propose without that place/ });
  const place = /Not (.+): propose/.exec((await not.getAttribute('aria-label')) ?? '')?.[1] ?? '?';
  await not.click();
  await expect(page.getByRole('button', { name: 'Propose again' })).toBeVisible({ timeout: 180_000 });
  expect(await cards.first().textContent()).not.toBe(before);
  await page.getByRole('button', { name: 'Places for a unit, 1 with your own rule' }).click();
  // on the sheet and in the list: chosen there, ruled here
  const mark = page.getByTestId('places').getByRole('button', { name: `Place ${place}, shelf: excluded` });
  await expect(mark).toBeVisible();
  await mark.focus();
  await page.keyboard.press('Enter');
  const choice = page.getByRole('combobox', { name: `Place ${place}, shelf` });
  await expect(choice).toHaveValue('forbid');
  await choice.selectOption('force');
  await expect(cards.first().getByRole('button', { name: 'The job has changed' })).toBeDisabled();
  await page.getByRole('button', { name: 'Propose again' }).click();
  await expect(page.getByRole('button', { name: 'Propose again' })).toBeVisible({ timeout: 180_000 });
  await expect(cards.first()).toContainText(place);
  // a must that no budget pays is said before anything is solved
  await reload(page);
  // kept proposals are there once the page answers to clicks
  await expect(page.getByTestId('kept-proposals')).toBeVisible();
  await page.getByRole('button', { name: 'Places for a unit, 1 with your own rule' }).click();
  const choices = page.getByRole('combobox', { name: /^Place / });
  await expect(choices.first()).toBeVisible();
  for (const other of await choices.all()) await other.selectOption('forbid');
  const ruled = await choices.count();
  await expect(page.getByText(`${ruled} on this storey`)).toBeVisible();
  await page.getByRole('button', { name: /^Propose( again)?$/ }).click();
  await expect(page.getByText('None: every place is excluded: allow one.')).toBeVisible();
});

test('proposals for a large house can be stopped; nothing is changed by asking', async ({ page }) => {
  await openPage(page, '/jobs/quay-house/plan');
  await expect(page.getByTestId('stage-summary')).toContainText('needs met here');
  const before = await page.getByTestId('stage-summary').textContent();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Proposals' });
  await expect(panel.getByRole('status')).toContainText(/starting|signals|lowest cost/);
  await panel.getByRole('button', { name: 'Stop' }).click();
  await expect(panel.getByRole('button', { name: 'Propose', exact: true })).toBeVisible();
  await expect(page.getByTestId('proposal')).toHaveCount(0);
  expect(await page.getByTestId('stage-summary').textContent()).toBe(before);
  // stopped later, what there is stays, and is there again after a reload
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(page.getByTestId('proposal').first()).toBeVisible({ timeout: 180_000 });
  await panel.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByTestId('kept-proposals')).toContainText('stopped before all were there');
  await reload(page);
  await expect(page.getByTestId('kept-proposals')).toBeVisible();
  await expect(page.getByTestId('proposal').first()).toContainText('needs met');
  await page.getByTestId('proposal').first().getByRole('button', { name: 'Apply' }).click();
  await expect(page.getByTestId('save-state')).toContainText('saved');
});
