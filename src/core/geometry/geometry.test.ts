import fc from 'fast-check';
import type { Building } from '@/core/job/records';
import { buildBoxTree, touched } from './boxTree';
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

test('the box tree finds every box that a path goes through', () => {
  const box = fc
    .tuple(metre, metre, metre, fc.double({ min: 0, max: 9, noNaN: true }))
    .map(([x, y, z, s]) => [x, y, z, x + s, y + s / 2, z + s]);
  const point = fc.tuple(metre, metre, metre);
  fc.assert(
    fc.property(fc.array(box, { minLength: 1, maxLength: 60 }), point, point, (boxes, p, q) => {
      const tree = buildBoxTree(Float64Array.from(boxes.flat()));
      const out = new Int32Array(boxes.length + 4);
      const found = new Set(out.subarray(0, touched(tree, ...p, ...q, out)));
      boxes.forEach((b, i) => {
        // walk along the path: a point well inside a box must have been found
        for (let t = 0; t <= 1; t += 0.05) {
          const at = p.map((v, d) => v + t * ((q[d] ?? 0) - v));
          if (at.every((v, d) => v > (b[d] ?? 0) + 1e-6 && v < (b[d + 3] ?? 0) - 1e-6))
            expect(found).toContain(i);
        }
      });
    }),
    { numRuns: 200 },
  );
});

test('boxes that are no boxes are refused', () => {
  expect(() => buildBoxTree(new Float64Array(5))).toThrow('six numbers');
  expect(() => buildBoxTree(new Float64Array(6).fill(NaN))).toThrow('finite');
  const none = buildBoxTree(new Float64Array(0));
  expect(touched(none, 0, 0, 0, 1, 1, 1, new Int32Array(4))).toBe(0);
});
