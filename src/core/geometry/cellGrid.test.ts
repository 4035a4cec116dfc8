import fc from 'fast-check';
import { buildCellGrid } from './cellGrid';

const noLines = (n: number) => new Float64Array(4 * n).fill(NaN);
/** The things listed in the cell that holds a place. */
function listedAt(grid: ReturnType<typeof buildCellGrid>, x: number, y: number, z: number): number[] {
  const [c, r, l] = [
    Math.floor((x - grid.x0) / grid.cellM),
    Math.floor((y - grid.y0) / grid.cellM),
    Math.floor((z - grid.z0) / grid.cellHeightM),
  ];
  const cell = (l * grid.rows + r) * grid.columns + c;
  return [...grid.items.subarray(grid.start[cell], grid.start[cell + 1])];
}

test('every thing is listed wherever it is', () => {
  const metres = fc.double({ min: -40, max: 40, noNaN: true });
  const box = fc.tuple(metres, metres, metres, fc.nat(9), fc.nat(9), fc.nat(4));
  fc.assert(
    fc.property(fc.array(box, { minLength: 1, maxLength: 12 }), fc.nat(11), (list, pick) => {
      const boxes = Float64Array.from(list.flatMap(([x, y, z, w, d, h]) => [x, y, z, x + w, y + d, z + h]));
      const grid = buildCellGrid(boxes, noLines(list.length));
      const i = pick % list.length;
      const [x, y, z, w, d, h] = list[i] ?? [0, 0, 0, 0, 0, 0];
      return [0, 0.5, 1].every((t) => listedAt(grid, x + t * w, y + t * d, z + t * h).includes(i));
    }),
  );
});

test('a slanting wall is listed along itself only', () => {
  const grid = buildCellGrid(Float64Array.from([0, 0, 0, 30, 30, 2]), Float64Array.from([0, 0, 30, 30]));
  expect(listedAt(grid, 15, 15, 1)).toEqual([0]);
  expect(listedAt(grid, 2, 27, 1)).toEqual([]);
});

test('nothing at all is a grid of one empty cell', () => {
  const grid = buildCellGrid(new Float64Array(), new Float64Array());
  expect(grid.columns * grid.rows * grid.layers).toBe(1);
  expect(grid.items).toHaveLength(0);
});
