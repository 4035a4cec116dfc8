/** Dragging a thing of the drawing: the edit that its new place makes. Pure. */
import { putOne } from '@/core/job/edits';
import { find, type Job } from '@/core/job/job';
import type { AnyRecord, Point } from '@/core/job/records';
import { type Made, moveEnd, moveWall, slideOpening } from '@/core/survey/wallEdits';
import { toCentimetre } from '@/core/geometry/round';

/** What can be taken by the pointer in Survey, and which part of it. */
export type Grip = { record: AnyRecord; part: 'whole' | 'a' | 'b' };

/** Can it be dragged at all? */
export const isMovable = (r: AnyRecord): boolean =>
  [
    'wall',
    'opening',
    'obstacle',
    'service',
    'fixedDevice',
    'spot',
    'floorOpening',
    'picture',
    'building',
  ].includes(r.type);

/**
 * The edit for a grip moved by (dx, dy) metres of its own drawing.
 * @param to where the pointer is, snapped, for the end of a wall.
 */
export function dragEdit(job: Job, { record, part }: Grip, dx: number, dy: number, to: Point): Made {
  const one = (record: AnyRecord, label: string): Made => ({
    ok: true,
    edit: putOne(label, record),
    select: record.id,
  });
  switch (record.type) {
    case 'wall': {
      if (part !== 'whole') return moveEnd(job, record, part, to);
      // a wall goes square to itself only, so that rooms stay rooms
      const length = Math.hypot(record.bx - record.ax, record.by - record.ay);
      const [nx, ny] = [(record.by - record.ay) / length, -(record.bx - record.ax) / length];
      const by = Math.round((dx * nx + dy * ny) * 20) / 20;
      return moveWall(job, record, nx * by, ny * by);
    }
    case 'opening': {
      const wall = find(job, 'wall', record.wallId);
      if (!wall) return { ok: false, why: 'This opening has no wall.' };
      const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
      const along = (dx * (wall.bx - wall.ax) + dy * (wall.by - wall.ay)) / length;
      return one(slideOpening(job, record, toCentimetre(record.offsetM + along)), `Move a ${record.kind}`);
    }
    case 'obstacle':
    case 'service':
    case 'fixedDevice':
    case 'spot':
      return one(
        { ...record, xM: toCentimetre(record.xM + dx), yM: toCentimetre(record.yM + dy) },
        `Move ${record.name}`,
      );
    case 'building':
      return one(
        { ...record, xM: toCentimetre(record.xM + dx), yM: toCentimetre(record.yM + dy) },
        `Move ${record.name}`,
      );
    case 'picture':
      return one({ ...record, xM: record.xM + dx, yM: record.yM + dy }, 'Move the picture');
    case 'floorOpening':
      return one(
        {
          ...record,
          outline: record.outline.map(([x, y]): [number, number] => [
            toCentimetre(x + dx),
            toCentimetre(y + dy),
          ]),
        },
        `Move a ${record.kind}`,
      );
    default:
      return { ok: false, why: 'This stays where it is.' };
  }
}
