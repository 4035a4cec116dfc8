import fc from 'fast-check';
import { type Assembly, bands } from '@/core/job/records';
import { assemblyLibrary } from '@/core/templates/library';
import { assemblyLoss, assemblySpread, isUnknown, lossTable } from './assemblyLoss';
import { wallLoss } from './wallLoss';

const brick = (part: Partial<Assembly> = {}): Assembly => ({
  type: 'assembly',
  id: 'brick',
  name: 'One brick',
  use: 'wall',
  hatch: 'unknown',
  thicknessM: 0.215,
  layers: [{ material: 'brick', thicknessMm: 215 }],
  leakDb: null,
  planningLossDb: null,
  spreadDb: null,
  note: '',
  ...part,
});
const planned = { '2.4': 8, '5': 16, '6': 18 };
const degrees = fc.integer({ min: 0, max: 89 });

test('without a planning value the layers decide, up to the most that one crossing costs', () => {
  fc.assert(
    fc.property(fc.constantFrom(...bands), degrees, (band, deg) => {
      const layers = brick().layers;
      expect(assemblyLoss(brick(), band, deg)).toBeCloseTo(
        Math.min(90, wallLoss(layers, band, deg, null)),
        9,
      );
    }),
  );
  expect(assemblyLoss(brick({ layers: [{ sheetOhm: 1e-6 }] }), '5', 0)).toBe(90);
});

test('a planning value stands for the way at right angles, and a slant only adds to it', () => {
  const known = brick({ planningLossDb: planned });
  fc.assert(
    fc.property(fc.constantFrom(...bands), degrees, (band, deg) => {
      expect(assemblyLoss(known, band, 0)).toBe(planned[band]);
      const slant = wallLoss(known.layers, band, deg, null) - wallLoss(known.layers, band, 0, null);
      expect(assemblyLoss(known, band, deg)).toBeCloseTo(Math.min(90, planned[band] + Math.max(0, slant)), 9);
    }),
  );
});

test('the table holds just these values, band by band, and its spread; the same content is made once', () => {
  const known = brick({ planningLossDb: planned, leakDb: 40 });
  const { byDegree, spread } = lossTable(known);
  expect(byDegree).toHaveLength(270);
  bands.forEach((band, b) => {
    for (let deg = 0; deg < 90; deg++)
      expect(byDegree[b * 90 + deg]).toBeCloseTo(assemblyLoss(known, band, deg), 9);
    expect(spread[b]).toBe(0.7 + 0.13 * assemblyLoss(known, band, 0));
  });
  expect(lossTable({ ...known, id: 'other', name: 'Called otherwise' })).toBe(lossTable(known));
  expect(lossTable({ ...known, leakDb: 41 })).not.toBe(lossTable(known));
});

test('a spread from the library takes the place of the planning one', () => {
  expect(assemblySpread(brick({ spreadDb: { '2.4': 1, '5': 1.5, '6': 7 } }), '6')).toBe(7);
});

test('a wall with a planned loss and no layer is not known; what it looks like on the drawing does not count', () => {
  expect(assemblyLibrary.filter(isUnknown).map((a) => a.id)).toEqual(['asm-unknown']);
  expect(isUnknown(brick())).toBe(false);
  expect(isUnknown(brick({ hatch: 'plain', layers: [], planningLossDb: planned }))).toBe(true);
  expect(isUnknown(brick({ use: 'floor', layers: [], planningLossDb: planned }))).toBe(false);
});
