import { type Band, type Layer } from '@/core/job/records';
import { wallLoss } from './wallLoss';

const glass: Layer = { material: 'glass', thicknessMm: 4 };
const gap = (mm: number): Layer => ({ material: 'vacuum', thicknessMm: mm });
const board: Layer = { material: 'plasterboard', thicknessMm: 12.5 };
const stacks: [string, Layer[], number[]][] = [
  ['stud partition', [board, gap(75), board], [0.97, 1.39, 1.9, 3.07, 3.81, 3.5]],
  ['brick 102.5', [{ material: 'brick', thicknessMm: 102.5 }], [3.54, 3.63, 3.79, 3.36, 4.28, 4.54]],
  ['concrete 200', [{ material: 'concrete', thicknessMm: 200 }], [14.76, 26.41, 28.82, 15.95, 28.62, 31.23]],
  ['double glazing', [glass, gap(16), glass], [0.16, 9.23, 9.45, 1.02, 3.36, 3.76]],
  ['low-e glazing', [glass, gap(16), { sheetOhm: 8 }, glass], [25.44, 30.25, 28.91, 22.68, 23.76, 24.27]],
  ['timber door 40', [{ material: 'wood', thicknessMm: 40 }], [0.61, 1.47, 1.88, 1.42, 2.56, 2.39]],
];
const columns: [Band, number][] = [
  ['2.4', 0],
  ['5', 0],
  ['6', 0],
  ['2.4', 60],
  ['5', 60],
  ['6', 60],
];

describe('wallLoss against the reference table', () => {
  test.each(stacks)('%s', (_name, layers, expected) => {
    columns.forEach(([band, deg], i) =>
      expect(wallLoss(layers, band, deg)).toBeCloseTo(expected[i] ?? NaN, 2),
    );
  });

  test('no layers lose nothing, at any angle', () => {
    expect(wallLoss([], '5', 75)).toBeCloseTo(0, 9);
  });

  test('a leak bounds the loss of a metal sheet from above', () => {
    expect(wallLoss([{ sheetOhm: 0.001 }], '5', 0)).toBeGreaterThan(80);
    expect(wallLoss([{ sheetOhm: 0.001 }], '5', 0, 32)).toBeCloseTo(32, 2);
  });

  test('two equal slabs apart cost about twice one on average over the band, never a gain', () => {
    const slab: Layer = { material: 'concrete', thicknessMm: 150 };
    const one = wallLoss([slab], '5', 30);
    const two = wallLoss([slab, gap(1000), slab], '5', 30);
    expect(two).toBeGreaterThan(1.8 * one);
    expect(two).toBeLessThan(2.2 * one);
  });
});
