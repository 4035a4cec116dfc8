import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '@/core/job/job';
import { cellLayout, fittedName } from './cellLayout';
import { shortName, spotMarks, storeyTally } from './storeyTally';

const house = jobFromRecords(quayHouse());
const ground = get(house, 'storey', 'ground');
const here = house.spots.filter((s) => s.storeyId === 'ground').sort((a, b) => a.number - b.number);
const [first, second] = here;
if (!first || !second) throw new Error('no spots on the ground floor');

describe('marks of the spots', () => {
  const one = (
    stage: Parameters<typeof spotMarks>[1],
    ...rest: [Parameters<typeof spotMarks>[2], Parameters<typeof spotMarks>[3]]
  ) => spotMarks(house, stage, ...rest).get(first.id);

  test('in Survey every spot that is set counts', () => expect(one('survey', null, [])).toBe('met'));

  test('before: what was found, and nothing where nothing was measured', () => {
    expect(one('before', null, [])).toBe('empty');
    expect(one('before', null, [{ spotId: first.id, found: 'dead', verdict: 'no-readings' }])).toBe('short');
    expect(one('before', null, [{ spotId: first.id, found: 'met', verdict: 'no-readings' }])).toBe('met');
  });

  test.each([
    [true, 0.9, 'met'],
    [true, 0.899, 'thin'],
    [false, 0.3, 'short'],
  ])('planned, met %s with %d: %s', (met, certainty, mark) =>
    expect(one('plan', [{ spotId: first.id, met, certainty }], [])).toBe(mark),
  );

  test('a plan that is not calculated yet has no marks, and the proof of another spot is not its own', () => {
    expect(one('plan', null, [])).toBe('empty');
    expect(one('plan', [{ spotId: second.id, met: true, certainty: 1 }], [])).toBe('empty');
    expect(one('prove', null, [{ spotId: second.id, found: 'met', verdict: 'cured' }])).toBe('empty');
    expect(one('prove', null, [{ spotId: first.id, found: 'dead', verdict: 'cured' }])).toBe('cured');
  });
});

describe('a storey in count and words', () => {
  const marks = new Map([
    [first.id, 'met' as const],
    [second.id, 'short' as const],
  ]);

  test('spots in the order of their numbers, met counted', () => {
    const tally = storeyTally(house, ground, 'plan', marks, false);
    expect(tally.marks.map((m) => m.spotId)).toEqual(here.map((s) => s.id));
    expect(tally.fraction).toBe(`1/${here.length}`);
    expect(tally.label).toBe(`House, Ground floor: 1 of ${here.length} needs met`);
    expect(tally.name).toBe('Ground');
  });

  test('while it is calculated no number is claimed', () => {
    const tally = storeyTally(house, ground, 'plan', new Map(), true);
    expect(tally.fraction).toBe(`…/${here.length}`);
    expect(tally.label).toMatch(/are being calculated$/);
  });

  test('in Survey spots are counted; units are those found, in Plan those planned', () => {
    const found = storeyTally(house, ground, 'survey', marks, false);
    expect(found.fraction).toBe(String(here.length));
    const unitIds = (stage: 'survey' | 'before' | 'plan' | 'prove') =>
      storeyTally(house, ground, stage, marks, false).units.map((u) => u.id);
    const on = house.units.filter((u) => u.storeyId === 'ground');
    expect(unitIds('before')).toEqual(on.filter((u) => u.found).map((u) => u.id));
    expect(unitIds('prove')).toEqual(on.filter((u) => u.planned).map((u) => u.id));
  });

  test('a building with one storey goes by its own name', () => {
    const shed = house.buildings.find((b) => house.storeys.filter((s) => s.buildingId === b.id).length === 1);
    const only = house.storeys.find((s) => s.buildingId === shed?.id);
    if (!shed || !only) throw new Error('no such building');
    expect(storeyTally(house, only, 'survey', marks, false).name).toBe(shed.name);
  });
});

test.each([
  ['Ground floor', 'Ground'],
  ['Attic', 'Attic'],
  ['Top deck A', 'Top deck A'],
  ['Top deck AB', 'Top deck'],
  ['Zwischengeschoss', 'Zwischengeschoss'],
])('«%s» is shortened to «%s»', (name, short) => expect(shortName(name)).toBe(short));

describe('where things stand in a cell', () => {
  const shape = { x: 10, y: 20, width: 130, height: 50, centred: false };

  test('a high, wide cell: name above, boxes below it, pegs at the right, all within', () => {
    const { name, count, boxes, pegs } = cellLayout(shape, 3, 2);
    expect(name).toMatchObject({ x: 17, y: 36, anchor: 'start' });
    expect(count).toEqual({ x: 134, y: 36 });
    expect(boxes).toEqual([17, 29, 41].map((x) => ({ x, y: 44 })));
    expect(pegs).toEqual([114, 130].map((x) => ({ x, y: 67 })));
  });

  test('boxes that would run into the pegs are left out', () => {
    expect(cellLayout(shape, 20, 0).boxes).toHaveLength(9);
    expect(cellLayout(shape, 20, 2).boxes).toHaveLength(7);
    expect(cellLayout({ ...shape, width: 20 }, 5, 3).boxes).toHaveLength(0);
    const last = cellLayout(shape, 20, 2);
    expect((last.boxes.at(-1)?.x ?? 0) + 9).toBeLessThan((last.pegs[0]?.x ?? 0) - 7);
  });

  test.each([
    [41, 54],
    [42, 44 + 0],
  ])('%d px high: boxes at %d', (height, y) =>
    expect(cellLayout({ ...shape, height }, 1, 0).boxes[0]?.y).toBe(height < 42 ? 20 + height - 13 : y),
  );

  test('a narrow cell has its count below, under a roof the name stands in the middle', () => {
    expect(cellLayout({ ...shape, width: 79 }, 1, 1).count.y).toBe(65);
    expect(cellLayout({ ...shape, width: 80 }, 1, 1).count.y).toBe(36);
    expect(cellLayout({ ...shape, centred: true }, 1, 0).name).toMatchObject({ x: 75, anchor: 'middle' });
  });
});

test.each([
  ['Barn', 80, 'Barn'],
  ['Outbuilding 2', 60, 'Outbu… 2'],
  ['Workshop by the lane', 70, 'Workshop…'],
  ['Barn', 5, 'B…'],
])('%s in %d px is %s', (name, roomPx, shown) => expect(fittedName(name, roomPx, 12)).toBe(shown));
