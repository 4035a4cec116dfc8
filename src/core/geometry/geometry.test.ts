import fc from 'fast-check';
import type { Building } from '@/core/job/records';
import { fromSite, toSite } from './place';
import { areaOf, distanceToEdge, inPolygon, labelPoint } from './polygon';

const metre = fc.double({ min: -50, max: 50, noNaN: true });
const outline: [number, number][] = [
  [0, 0],
  [6, 0],
  [6, 2],
  [2, 2],
  [2, 5],
  [0, 5],
];

test('an L-shaped room: area, inside, edge, label inside', () => {
  expect(areaOf(outline)).toBe(18);
  expect(inPolygon(outline, 1, 4)).toBe(true);
  expect(inPolygon(outline, 4, 4)).toBe(false);
  expect(distanceToEdge(outline, 1, 4)).toBe(1);
  expect(inPolygon(outline, ...labelPoint(outline))).toBe(true);
  expect(inPolygon(outline, ...labelPoint(outline, [[1, 1]]))).toBe(true);
});

test('placing a building and undoing it is exact', () => {
  fc.assert(
    fc.property(
      metre,
      metre,
      fc.double({ min: -360, max: 360, noNaN: true }),
      metre,
      metre,
      (xM, yM, turnDeg, x, y) => {
        const building: Building = {
          type: 'building',
          id: 'b',
          name: 'B',
          kind: 'house',
          xM,
          yM,
          turnDeg,
          outline,
          roof: null,
        };
        const [bx, by] = fromSite(building, ...toSite(building, x, y));
        expect(bx).toBeCloseTo(x, 8);
        expect(by).toBeCloseTo(y, 8);
      },
    ),
  );
});
