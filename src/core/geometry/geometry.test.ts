import fc from 'fast-check';
import type { Building } from '@/core/job/records';
import { fromSite, toSite } from './place';
import { isUpright } from './region';
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

test('upright: a rectangle along the axes, with corners to spare or not; nothing turned, notched or pierced', () => {
  const box = (w: number, h: number): [number, number][] => [
    [2, 3],
    [2 + w, 3],
    [2 + w, 3 + h],
    [2, 3 + h],
  ];
  const sides = fc.double({ min: 0.5, max: 20, noNaN: true });
  fc.assert(
    fc.property(sides, sides, fc.double({ min: 0.05, max: 0.45, noNaN: true }), (w, h, part) => {
      const outline = box(w, h);
      expect(isUpright({ outline, holes: [] })).toBe(true);
      expect(isUpright({ outline: [...outline].reverse(), holes: [] })).toBe(true);
      const [a, b, c, d] = outline as [
        [number, number],
        [number, number],
        [number, number],
        [number, number],
      ];
      const along: [number, number] = [2 + w * part, 3];
      expect(isUpright({ outline: [a, along, b, c, d], holes: [] })).toBe(true);
      const dented: [number, number] = [along[0], 3 + h * part];
      expect(isUpright({ outline: [a, dented, b, c, d], holes: [] })).toBe(false);
      const turn = ([x, y]: [number, number]): [number, number] => [
        x * Math.cos(part) - y * Math.sin(part),
        x * Math.sin(part) + y * Math.cos(part),
      ];
      expect(isUpright({ outline: outline.map(turn), holes: [] })).toBe(false);
      const hole = outline.map(([x, y]): [number, number] => [2 + (x - 2) * part, 3 + (y - 3) * part]);
      expect(isUpright({ outline, holes: [hole] })).toBe(false);
    }),
  );
});
