import { numberPx, profileLabels } from './profileLabels';

const measure = (text: string, size: number) => text.length * size * 0.55;
/** Edges of a box, worked out here. */
const edges = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) => [
  x - w / 2,
  x + w / 2,
  y - h / 2,
  y + h / 2,
];
const covers = (a: number[], b: number[]) =>
  Math.min(a[1] ?? 0, b[1] ?? 0) - Math.max(a[0] ?? 0, b[0] ?? 0) > 0 &&
  Math.min(a[3] ?? 0, b[3] ?? 0) - Math.max(a[2] ?? 0, b[2] ?? 0) > 0;

const of = (gaps: readonly number[], peg = true) => {
  let x = 60;
  const crossed = gaps.map((gap) => [(x += gap), 150] as const);
  return profileLabels({
    crossed,
    ends: [
      { at: [40, 150], word: peg ? null : 'the device' },
      { at: [620, 150], word: 'the device' },
    ],
    obstacles: [{ id: 'o', name: 'Chimney', box: { x: 300, y: 190, w: 90, h: 60 } }],
    width: 700,
    measure,
  });
};

test.each([
  ['far apart', [80, 90, 100, 110]],
  ['close together', [30, 6, 5, 60, 4, 4, 4]],
  ['all in one place', [200, 0, 0, 0, 0, 0]],
  ['beside the peg', [-18, 3, 3]],
])('numbers of crossings %s: all there, none over another, over a word or over the peg', (_, gaps) => {
  const placed = of(gaps);
  expect([...placed.keys()].filter((id) => id.startsWith('crossed'))).toHaveLength(gaps.length);
  const all = [...placed.values()].map(edges);
  const peg = [27, 53, 120, 154];
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i + 1)) expect(covers(a, b)).toBe(false);
    expect(covers(a, peg)).toBe(false);
  }
});

test('alone a number sits right over the path, without a line; moved away it has one', () => {
  const first = of([100]).get('crossed 0');
  expect(first).toMatchObject({ x: 160, y: 150 - numberPx, w: numberPx });
  expect(first?.from).toBeUndefined();
  expect(of([100, 0, 0, 0, 0]).get('crossed 4')?.from).toBeDefined();
});

test('an obstacle that is too narrow for its name has none', () => {
  const narrow = profileLabels({
    crossed: [],
    ends: [],
    obstacles: [{ id: 'o', name: 'Full bookshelf', box: { x: 50, y: 50, w: 20, h: 60 } }],
    width: 700,
    measure,
  });
  expect(narrow.size).toBe(0);
});
