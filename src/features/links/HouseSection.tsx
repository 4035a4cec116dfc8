import { colour } from '@/ui/colour';
import { find, type Job } from '@/core/job/job';
import type { SectionBuilding } from '@/core/wiring/layout';

/** Thinnest wall that can be seen, px. */
const thinPx = 4;

/** One building of the wiring section: walls with their hatches, floors, partitions, roof, names of rooms. */
export function HouseSection({
  job,
  cut: section,
  px,
  scale,
  prefix,
}: {
  job: Job;
  cut: SectionBuilding;
  px: (x: number, z: number) => [number, number];
  scale: number;
  prefix: string;
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
              const [from] = px(r.x0, 0);
              const [to] = px(r.x1, 0);
              const fits = to - from > r.name.length * 5.9 + 12;
              const middle = (from + to) / 2;
              // below the floor above
              const y = Math.max(ceiling + floorPx, roofAt(section, (r.x0 + r.x1) / 2, px)) + 14;
              return fits && floor - y > 8 ? (
                <text
                  key={i}
                  x={middle}
                  y={y}
                  textAnchor="middle"
                  fontSize={11.5}
                  fontWeight={600}
                  fill={colour.muted}
                  className="halo"
                >
                  {r.name}
                </text>
              ) : null;
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

/** The underside of the roof above a place, px from the top. */
function roofAt(section: SectionBuilding, x: number, px: (x: number, z: number) => [number, number]): number {
  for (let i = 0; i + 1 < section.roof.length; i++) {
    const [a, b] = [section.roof[i], section.roof[i + 1]];
    if (!a || !b || x < a[0] || x > b[0] || b[0] - a[0] < 1e-6) continue;
    return px(0, a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1]))[1];
  }
  return -Infinity;
}
