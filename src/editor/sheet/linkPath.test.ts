import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '@/core/job/edits';
import { get, type Job, jobFromRecords } from '@/core/job/job';
import type { AnyRecord } from '@/core/job/records';
import { linkTo } from '@/core/network/linkTo';
import { linksOnSheet, linkStrokes, zigzag } from './linkPath';
import { sheetSpace } from './sheetSpace';

const house = jobFromRecords(quayHouse());
const px = (x: number, y: number): [number, number] => [x * 50, y * 50];
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const spaceOf = (job: Job, storeyId: string) => {
  const space = sheetSpace(job, storeyId);
  if (!space) throw new Error('no such storey');
  return space;
};
const A = get(house, 'unit', 'unit-a');
const C = { ...A, id: 'unit-c', letter: 'C', found: false, xM: 2, yM: 6 };
const wire = linkTo(house, C, A, { medium: 'ethernet', category: 'cat6', lengthM: 12 });
const drawnOf = (job: Job, storeyId = 'ground') => linksOnSheet(job, spaceOf(job, storeyId), 'plan', px);

test('a link into another building leaves the sheet from the end that is here, on both sheets', () => {
  const here = drawnOf(house);
  expect(here.drawn).toEqual([]);
  expect(here.leaving).toMatchObject([{ here: { letter: 'A' }, other: { letter: 'B' }, at: px(A.xM, A.yM) }]);
  expect(drawnOf(house, 'loft-ground').leaving).toMatchObject([{ here: { letter: 'B' } }]);
  // on the site both ends have a place, unless they are in one building
  expect(drawnOf(house, 'open-air').drawn).toHaveLength(1);
  expect(drawnOf(put(house, C, wire), 'open-air').drawn).toHaveLength(1);
});

test('before the plan only what was found is linked', () => {
  expect(linksOnSheet(house, spaceOf(house, 'ground'), 'before', px)).toEqual({ drawn: [], leaving: [] });
});

test('a link of one storey is drawn from unit to unit; dragged, from where the unit is just now', () => {
  const job = put(house, C, wire);
  const [link] = drawnOf(job).drawn;
  expect(link).toMatchObject({ fromHere: true, toHere: true, a: px(A.xM, A.yM), b: px(2, 6) });
  expect(link?.lengthPx).toBeCloseTo(50 * Math.hypot(A.xM - 2, A.yM - 6), 6);
  const moved = { ...C, xM: 5, yM: 5 };
  const unitOf = (id: string) => (id === moved.id ? moved : get(job, 'unit', id));
  const [dragged] = linksOnSheet(job, spaceOf(job, 'ground'), 'plan', px, unitOf).drawn;
  expect(dragged?.b).toEqual(px(5, 5));
});

test('a cable that was drawn follows its corners on this storey and skips those on others', () => {
  const corner = (storeyId: string, xM: number, yM: number) => ({ storeyId, xM, yM, heightM: 0.1 });
  const points = [corner('ground', 12.9, 5), corner('cellar', 12.9, 5), corner('ground', 2, 5)];
  const job = put(house, C, { ...wire, points });
  const [link] = drawnOf(job).drawn;
  expect(link?.d).toBe(
    `M${px(A.xM, A.yM).join(' ')}L${px(12.9, 5).join(' ')}M${px(2, 5).join(' ')}L${px(2, 6).join(' ')}`,
  );
  expect(link?.lengthPx).toBeCloseTo(50 * (5 - A.yM), 6);
});

test('over the air the line bends, along the mains it has teeth, and every medium has its strokes', () => {
  const air = put(house, C, linkTo(house, C, A, { medium: 'wireless', radio: 'shared', band: '5' }));
  expect(drawnOf(air).drawn[0]?.d).toMatch(/^M[^Q]+Q/);
  const teeth = zigzag(0, 0, 60, 0).split('L');
  expect(teeth).toHaveLength(11);
  expect(teeth[0]).toBe('M0 0');
  expect(teeth.at(-1)).toBe('60 0');
  for (const strokes of Object.values(linkStrokes)) {
    expect(strokes.length).toBeGreaterThanOrEqual(2);
    // the casing is wider than what lies on it
    strokes.slice(1).forEach((s, i) => expect(s.width).toBeLessThan(strokes[i]?.width ?? 0));
  }
});
