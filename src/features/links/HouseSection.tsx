import { colour } from '@/ui/colour';
import { find, type Job } from '@/core/job/job';
import type { SectionBuilding } from '@/core/wiring/layout';
import type { Placed } from '@/editor/labels/placeLabels';
import { roofAt, wiringSizes } from './wiringLabels';

/** Thinnest wall that can be seen, px. */
const thinPx = 4;

/** One building of the wiring section: walls with their hatches, floors, partitions, roof, names of rooms. */
export function HouseSection({
  job,
  cut: section,
  px,
  scale,
  prefix,
  places,
}: {
  job: Job;
  cut: SectionBuilding;
  px: (x: number, z: number) => [number, number];
  scale: number;
  prefix: string;
  places: Placed;
}) {
  const assemblies = (id: string | null) => find(job, 'assembly', id);
  const outer = assemblies(section.wallAssemblyId);
  const thick = Math.max(thinPx, (outer?.thicknessM ?? 0.2) * scale);
  const floorPx = Math.max(3, 0.16 * scale);
  const low = section.storeys[0];
  const eaves = Math.min(...section.roof.map((p) => p[1]));
  const [left, bottom] = px(section.x0, low?.z0 ?? 0);
  const [right, top] = px(section.x1, eaves);
  const roof = section.roof.map(([x, z]) => px(x, z));
  const over = section.roof.length > 2 ? 7 : 3;
  const first = roof[0] ?? [left, top];
  const last = roof.at(-1) ?? [right, top];
  const line: [number, number][] = [
    [first[0] - over, first[1] + (section.roof.length === 3 ? over * 0.7 : 0)],
    ...roof.slice(1, -1),
    [last[0] + over, last[1] + (section.roof.length === 3 ? over * 0.7 : 0)],
  ];
  return (
    <g pointerEvents="none">
      <path
        d={`M${left} ${bottom}L${[...roof].map((p) => p.join(' ')).join('L')}L${right} ${bottom}Z`}
        fill={colour.panel}
        stroke="none"
      />
      {[left, right - thick].map((x) => (
        // hatches are drawn in metres: a scaled group keeps them true to the drawing
        <g key={x} transform={`translate(${x} ${top}) scale(${scale})`}>
          <rect
            width={thick / scale}
            height={(bottom - top) / scale}
            fill={`url(#${prefix}-${outer?.hatch ?? 'plain'})`}
            stroke={colour.ink}
            strokeWidth={1.2 / scale}
          />
        </g>
      ))}
      {section.storeys.map((s) => {
        const [, floor] = px(0, s.z0);
        const [, ceiling] = px(0, s.z1);
        return (
          <g key={s.storey.id}>
            <rect
              x={left + thick}
              y={floor}
              width={right - left - 2 * thick}
              height={floorPx}
              fill={colour.earth}
              stroke={colour.ink}
              strokeWidth={0.9}
            />
            {s.partitions.map((p, i) => {
              const a = assemblies(p.assemblyId);
              const w = Math.max(thinPx, (a?.thicknessM ?? 0.1) * scale);
              const [x] = px(p.x, 0);
              // in a roof the slope ends it
              const y = Math.max(ceiling, roofAt(section, p.x, px));
              return floor - y < 6 ? null : (
                <g key={i} transform={`translate(${x - w / 2} ${y}) scale(${scale})`}>
                  <rect
                    width={w / scale}
                    height={(floor - y) / scale}
                    fill={`url(#${prefix}-${a?.hatch ?? 'plain'})`}
                    stroke={colour.ink}
                    strokeWidth={0.9 / scale}
                  />
                </g>
              );
            })}
            {s.rooms.map((r, i) => {
              const place = places.get(`room ${section.building.id} ${s.storey.id} ${i}`);
              return (
                place && (
                  <text
                    key={i}
                    x={place.x}
                    y={place.y + 4}
                    textAnchor="middle"
                    fontSize={wiringSizes.room}
                    fontWeight={600}
                    fill={colour.muted}
                    className="halo"
                    data-label="name"
                  >
                    {r.name}
                  </text>
                )
              );
            })}
          </g>
        );
      })}
      <path
        d={`M${line.map((p) => p.join(' ')).join('L')}`}
        fill="none"
        stroke={colour.ink}
        strokeWidth={3.2}
        strokeLinejoin="miter"
      />
    </g>
  );
}
