import { colour } from '@/ui/colour';
import { memo } from 'react';
import { inRegion } from '@/core/geometry/region';
import { find, type Job } from '@/core/job/job';
import type { Assembly, Id, Opening, Point, Wall } from '@/core/job/records';
import { Furniture } from './Furniture';
import { pathOf, regionPath } from '@/editor/sheet/paths';

/** Thickest first inside, so that outer walls lie over the ends of inner ones. */
const byThickness = (job: Job) => (a: Wall, b: Wall) =>
  (find(job, 'assembly', a.assemblyId)?.thicknessM ?? 0) -
  (find(job, 'assembly', b.assemblyId)?.thicknessM ?? 0);

interface WallShape {
  wall: Wall;
  assembly: Assembly | undefined;
  length: number;
  half: number;
  /** Unit vector along the wall and to its left (y down: turned a quarter anticlockwise on screen). */
  u: Point;
  n: Point;
}

function shapeOf(job: Job, wall: Wall): WallShape {
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
  const u: Point = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
  const assembly = find(job, 'assembly', wall.assemblyId);
  return { wall, assembly, length, half: (assembly?.thicknessM ?? 0.1) / 2, u, n: [u[1], -u[0]] };
}

/** Corners of a wall's body; each end that meets a wall of the same construction reaches half a thickness on. */
function body({ wall, length, half, u, n }: WallShape, grow: number, ends: [number, number]): Point[] {
  const at = (a: number, b: number): Point => [wall.ax + u[0] * a + n[0] * b, wall.ay + u[1] * a + n[1] * b];
  const [s, e] = [-ends[0] - grow, length + ends[1] + grow];
  const h = half + grow;
  return [at(s, -h), at(e, -h), at(e, h), at(s, h)];
}

function endReach(shape: WallShape, all: WallShape[]): [number, number] {
  const endAt = (x: number, y: number) =>
    all.some(
      (o) =>
        o.wall.id !== shape.wall.id &&
        o.assembly?.id === shape.assembly?.id &&
        (Math.hypot(o.wall.ax - x, o.wall.ay - y) < 0.02 || Math.hypot(o.wall.bx - x, o.wall.by - y) < 0.02),
    )
      ? shape.half
      : 0;
  return [endAt(shape.wall.ax, shape.wall.ay), endAt(shape.wall.bx, shape.wall.by)];
}

/** An opening drawn across its wall: reveals, glass or door panel and swing. */
function OpeningShape({
  opening: o,
  shape,
  job,
  scale,
}: {
  opening: Opening;
  shape: WallShape;
  job: Job;
  scale: number;
}) {
  const { wall, u, n, half } = shape;
  const at = (a: number, b: number): Point => [wall.ax + u[0] * a + n[0] * b, wall.ay + u[1] * a + n[1] * b];
  const [a0, a1] = [o.offsetM - o.widthM / 2, o.offsetM + o.widthM / 2];
  const thin = { vectorEffect: 'non-scaling-stroke' as const };
  const inside = (side: number) => {
    const [x, y] = at(o.offsetM, side * (half + 0.25));
    return job.rooms.some((r) => r.storeyId === wall.storeyId && inRegion(r, x, y));
  };
  // thick walls have splayed reveals, wide to the room
  const splay = half > 0.2 && o.kind === 'window' ? 0.16 : 0;
  const [left, right] = [inside(1) ? splay : 0, inside(-1) ? splay : 0];
  const gap = [
    at(a0 - right, -half - 0.02),
    at(a1 + right, -half - 0.02),
    at(a1 + left, half + 0.02),
    at(a0 - left, half + 0.02),
  ];
  const line = (p: Point, q: Point, width: number, dash?: string) => (
    <line
      x1={p[0]}
      y1={p[1]}
      x2={q[0]}
      y2={q[1]}
      stroke={colour.ink}
      strokeWidth={width}
      strokeDasharray={dash}
      {...thin}
    />
  );
  const jambs = (
    <>
      {line(at(a0 - right, -half), at(a0 - left, half), 1.3)}
      {line(at(a1 + right, -half), at(a1 + left, half), 1.3)}
    </>
  );
  const selectable = { 'data-id': o.id };
  if (o.kind === 'window') {
    const panes = half > 0.2 ? [-half * 0.72, -half * 0.86, -half] : [-half * 0.5, 0, half * 0.5];
    const flip = left > right ? 1 : -1;
    return (
      <g {...selectable}>
        <path d={pathOf(gap)} fill={colour.panel} />
        {jambs}
        {panes.map((b) => (
          <g key={b}>{line(at(a0, b * (half > 0.2 ? flip : 1)), at(a1, b * (half > 0.2 ? flip : 1)), 0.9)}</g>
        ))}
        {half > 0.2 &&
          line(
            at(a0 - (flip > 0 ? left : right), half * flip),
            at(a1 + (flip > 0 ? left : right), half * flip),
            0.5,
          )}
      </g>
    );
  }
  const hingeAt = o.hinge === 'start' ? a0 : a1;
  const freeAt = o.hinge === 'start' ? a1 : a0;
  const side = o.swing === 'left' ? 1 : -1;
  const hinge = at(hingeAt, side * half);
  const open = at(hingeAt, side * (half + o.widthM));
  const shut = at(freeAt, side * half);
  const sweep = (o.hinge === 'start') === (o.swing === 'left') ? 1 : 0;
  return (
    <g {...selectable}>
      <path d={pathOf(gap)} fill={colour.panel} />
      {jambs}
      {o.kind === 'door' && scale > 12 && (
        <>
          {line(hinge, open, 1.7)}
          <path
            d={`M${open[0]} ${open[1]}A${o.widthM} ${o.widthM} 0 0 ${sweep} ${shut[0]} ${shut[1]}`}
            fill="none"
            stroke={colour.ink}
            strokeWidth={0.8}
            strokeDasharray="3 2.5"
            {...thin}
          />
        </>
      )}
    </g>
  );
}

interface Props {
  job: Job;
  storeyId: Id;
  /** Id prefix of the hatches on this page. */
  hatch: string;
  /** Pixels per metre: what is too fine for the scale is left out. */
  scale: number;
  selectedId?: Id | null;
}

/** Floors of rooms, furniture and stairs: what lies under the coverage. */
export const StoreyFloor = memo(function StoreyFloor({
  job,
  storeyId,
  see = false,
}: {
  job: Job;
  storeyId: Id;
  /** A picture lies under it and is to be seen through. */
  see?: boolean;
}) {
  return (
    <g>
      {job.rooms
        .filter((r) => r.storeyId === storeyId)
        .map((r) => (
          <path
            key={r.id}
            d={regionPath(r)}
            fillRule="evenodd"
            fill={colour.panel}
            fillOpacity={see ? 0 : 1}
            data-id={r.id}
          />
        ))}
    </g>
  );
});

/** Furniture, stairs, obstacles and holes in the floor of a storey, drawn over the coverage. */
export const StoreyThings = memo(function StoreyThings({ job, storeyId, selectedId }: Props) {
  return (
    <g>
      {job.floorOpenings
        .filter((f) => f.storeyId === storeyId)
        .map((f) => (
          <path
            key={f.id}
            d={pathOf(f.outline)}
            data-id={f.id}
            fill={f.kind === 'hatch' ? colour.plaster : colour.ink}
            fillOpacity={f.kind === 'hatch' ? 1 : 0.04}
            stroke={f.id === selectedId ? colour.action : colour.muted}
            strokeWidth={f.id === selectedId ? 2.4 : 1}
            strokeDasharray="6 3 1.5 3"
            vectorEffect="non-scaling-stroke"
          />
        ))}
      {job.obstacles
        .filter((o) => o.storeyId === storeyId)
        .map((o) => (
          <Furniture key={o.id} obstacle={o} selected={o.id === selectedId} />
        ))}
    </g>
  );
});

/** Walls with their hatch, doors and windows. */
export const StoreyWalls = memo(function StoreyWalls({ job, storeyId, hatch, scale, selectedId }: Props) {
  const shapes = job.walls
    .filter((w) => w.storeyId === storeyId)
    .sort(byThickness(job))
    .map((w) => shapeOf(job, w));
  const thick = [...new Set(shapes.map((s) => s.assembly?.id))];
  const coarse = scale < 14;
  return (
    <g>
      {thick.map((assemblyId) => {
        const group = shapes.filter((s) => s.assembly?.id === assemblyId);
        const outline = (group[0]?.half ?? 0) > 0.2 ? 2.2 : 1.3;
        return (
          <g key={assemblyId}>
            {group.map((s) => (
              <path
                key={s.wall.id}
                d={pathOf(body(s, 0, endReach(s, group)))}
                fill="none"
                stroke={colour.ink}
                strokeWidth={outline * 2}
                strokeLinejoin="miter"
                vectorEffect="non-scaling-stroke"
              />
            ))}
            {group.map((s) => (
              <path
                key={s.wall.id}
                d={pathOf(body(s, 0, endReach(s, group)))}
                fill={coarse ? colour.masonry : `url(#${hatch}-${s.assembly?.hatch ?? 'plain'})`}
                data-id={s.wall.id}
              />
            ))}
          </g>
        );
      })}
      {shapes.flatMap((s) =>
        job.openings
          .filter((o) => o.wallId === s.wall.id)
          .map((o) => <OpeningShape key={o.id} opening={o} shape={s} job={job} scale={scale} />),
      )}
      {shapes
        .filter((s) => s.wall.id === selectedId)
        .map((s) => (
          <path
            key={s.wall.id}
            d={pathOf(body(s, 0.04, [0, 0]))}
            fill="none"
            stroke={colour.action}
            strokeWidth={2.5}
            vectorEffect="non-scaling-stroke"
          />
        ))}
    </g>
  );
});
