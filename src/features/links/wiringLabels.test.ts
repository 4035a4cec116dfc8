import { demos } from '@/testing/demoJobs';
import type { Job } from '@/core/job/job';
import { wiringLayout } from '@/core/wiring/layout';
import { wiringPaths } from '@/core/wiring/paths';
import { textWidth } from '@/editor/labels/textWidth';
import { roofAt, wiringLabels } from './wiringLabels';
import { wiringScale } from './wiringScale';

const placedOf = (job: Job, width: number, lines: string[]) => {
  const layout = wiringLayout(job);
  if (!layout) throw new Error('no building');
  const scale = wiringScale(layout, width, width * 0.55);
  const units = job.units.filter((u) => u.planned);
  const placed = wiringLabels({
    ...{ job, layout, scale, units, paths: wiringPaths(job, layout), measure: textWidth },
    linesOf: () => lines,
  });
  return { placed, layout, scale, units };
};

test.each(demos.flatMap(({ file, job }) => [620, 780, 1200].map((width) => [file, width, job] as const)))(
  '%s, %s px wide: no word covers another; every unit and spot has its words',
  (_file, width, job) => {
    for (const lines of [['949'], ['949', '131 at once']]) {
      const { placed, units, layout, scale } = placedOf(job, width, lines);
      const list = [...placed];
      const covered = list.flatMap(([a, p], i) =>
        list
          .slice(i + 1)
          .flatMap(([b, q]) =>
            Math.abs(p.x - q.x) < (p.w + q.w) / 2 && Math.abs(p.y - q.y) < (p.h + q.h) / 2
              ? [`${a} on ${b}`]
              : [],
          ),
      );
      expect(covered).toEqual([]);
      // along each wire, worked out here: no name of a room is crossed
      const names = list.filter(([id]) => id.startsWith('room '));
      for (const { points, link } of wiringPaths(job, layout)) {
        const corners = points.map((p) => scale.px(...p));
        for (const [i, [qx, qy]] of corners.slice(1).entries()) {
          const [px = 0, py = 0] = corners[i] ?? [];
          // over the air it rises half as far as its curve is bent: a sixth of its length, 46 px at most
          const rise =
            link.medium === 'wireless'
              ? Math.min(46, 0.16 * Math.hypot(qx - px, qy - py)) + Math.abs(qy - py) / 2
              : 0;
          for (let k = 0; k <= 200; k++) {
            const [x, y] = [
              px + (k / 200) * (qx - px),
              py + (k / 200) * (qy - py) - 2 * (k / 200) * (1 - k / 200) * rise,
            ];
            const crossed = names.filter(
              ([, n]) => Math.abs(x - n.x) < n.w / 2 + 6 && Math.abs(y - n.y) < n.h / 2 + 6,
            );
            expect([link.id, crossed.map(([id]) => id)]).toEqual([link.id, []]);
          }
        }
      }
      expect(units.filter((u) => !placed.has(`unit ${u.id}`))).toEqual([]);
      expect(job.spots.filter((s) => !placed.has(`spot ${s.id}`))).toEqual([]);
      expect([...placed.keys()].filter((id) => id.startsWith('room ')).length).toBeGreaterThan(2);
    }
  },
);

test('a unit that nothing comes to has no words', () => {
  const { placed, units } = placedOf(demos[0]?.job as Job, 780, []);
  expect(units.some((u) => placed.has(`unit ${u.id}`))).toBe(false);
});

test('names of rooms stand in their storey, under the roof', () => {
  const { placed, layout, scale } = placedOf(demos[0]?.job as Job, 1200, ['9']);
  for (const section of layout.buildings)
    for (const s of section.storeys)
      s.rooms.forEach((room, i) => {
        const p = placed.get(`room ${section.building.id} ${s.storey.id} ${i}`);
        if (!p) return;
        const [left, floor] = scale.px(room.x0, s.z0);
        const [right, ceiling] = scale.px(room.x1, s.z1);
        expect(p.x - p.w / 2).toBeGreaterThan(left);
        expect(p.x + p.w / 2).toBeLessThan(right);
        expect(p.y + p.h / 2).toBeLessThan(floor);
        expect(p.y - p.h / 2).toBeGreaterThan(ceiling);
      });
});

test('the roof above a place is on the line between its corners, and nowhere beside it', () => {
  const px = (x: number, z: number): [number, number] => [x * 10, 100 - z * 10];
  const gable = {
    roof: [
      [0, 4],
      [5, 8],
      [10, 4],
    ] as [number, number][],
  };
  expect(roofAt(gable, 5, px)).toBe(20);
  expect(roofAt(gable, 2.5, px)).toBe(40);
  expect(roofAt(gable, 11, px)).toBe(-Infinity);
});
