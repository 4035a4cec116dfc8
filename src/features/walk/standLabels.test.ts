import { demos } from '@/testing/demoJobs';
import { standLabels, standSize } from './standLabels';

const measure = (text: string, size: number) => text.length * size * 0.58;
const edges = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) =>
  [x - w / 2, x + w / 2, y - h / 2, y + h / 2] as const;
type Edges = ReturnType<typeof edges>;
const covers = (a: Edges, b: Edges) =>
  Math.min(a[1], b[1]) > Math.max(a[0], b[0]) && Math.min(a[3], b[3]) > Math.max(a[2], b[2]);

test('around every spot of the demos no word covers another, the ring or a unit, and all are on the picture', () => {
  const [width, height] = standSize;
  const scale = Math.min(width / 8.4, height / 4.6);
  let names = 0;
  for (const { job } of demos)
    for (const spot of job.spots) {
      const px = (x: number, y: number): [number, number] => [
        (x - spot.xM) * scale + width / 2,
        (y - spot.yM) * scale + height / 2,
      ];
      const rooms = job.rooms.filter((r) => r.storeyId === spot.storeyId);
      const pegs = job.units.filter((u) => u.storeyId === spot.storeyId).map((u) => px(u.xM, u.yM));
      const placed = standLabels(rooms, pegs, scale, px, measure);
      expect(placed.has('here')).toBe(true);
      names += placed.size - 1;
      const all = [...placed.values()].map(edges);
      const signs: Edges[] = [
        [width / 2 - 21, width / 2 + 21, height / 2 - 21, height / 2 + 21],
        ...pegs.map(([x, y]): Edges => [x - 10, x + 10, y - 24, y]),
      ];
      for (const [i, a] of all.entries()) {
        for (const b of [...all.slice(i + 1), ...signs]) expect(covers(a, b)).toBe(false);
        expect(a[0] >= 0 && a[1] <= width && a[2] >= 0 && a[3] <= height).toBe(true);
      }
    }
  expect(names).toBeGreaterThan(10);
});
