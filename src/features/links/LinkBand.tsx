import { colour } from '@/ui/colour';
import type { WiringPath } from '@/core/wiring/paths';
import { linkStrokes, zigzag } from '@/editor/sheet/linkPath';
import { servicePointShapes } from '@/editor/sheet/Marks';
import { arcBend } from './wiringScale';

type Px = (x: number, z: number) => [number, number];

/** Width of a band for what a link carries: 100 Mbps 7 px, 1000 Mbps 11. */
const bandPx = (mbps: number) => Math.min(15, Math.max(3, 3 + 4.2 * Math.log10(Math.max(10, mbps) / 10)));

/** The line of a link's way: an arc over the air, else corner to corner. */
function svgPathOf({ link, points }: WiringPath, px: Px): string {
  const corners = points.map((p) => px(...p));
  const [a, b] = [corners[0], corners.at(-1)];
  if (!a || !b) return '';
  if (link.medium !== 'wireless') return `M${corners.map((p) => p.join(' ')).join('L')}`;
  return `M${a.join(' ')}Q${arcBend(a, b).join(' ')} ${b.join(' ')}`;
}

/** The same with the teeth of a powerline. */
function toothed({ points }: WiringPath, px: Px): string {
  const corners = points.map((p) => px(...p));
  return corners
    .slice(1)
    .map((q, i) => {
      const p = corners[i] ?? q;
      return Math.hypot(q[0] - p[0], q[1] - p[1]) < 12
        ? `M${p.join(' ')}L${q.join(' ')}`
        : zigzag(...p, ...q);
    })
    .join('');
}

/** A link on the wiring section: a band as wide as it carries, filled by its load, with the medium's line in it. */
export function LinkBand({
  path,
  px,
  mbps,
  load,
  chosen,
}: {
  path: WiringPath;
  px: Px;
  /** What it allows; null = not known yet. */
  mbps: number | null;
  /** Share of that in use with everyone at once, 0 …; null = not shown. */
  load: number | null;
  chosen: boolean;
}) {
  const d = svgPathOf(path, px);
  const width = bandPx(mbps ?? 10);
  const { medium } = path.link;
  const spine = linkStrokes[medium].at(-1);
  return (
    <g data-link={path.link.id}>
      <path
        d={d}
        fill="none"
        stroke={chosen ? colour.action : colour.ink}
        strokeWidth={width + (chosen ? 3.4 : 1.8)}
      />
      <path d={d} fill="none" stroke={colour.cell} strokeWidth={width} />
      {load !== null && load > 0 && (
        <path
          d={d}
          fill="none"
          stroke={load > 1 ? colour.rustPale : colour.head4}
          strokeWidth={width * Math.min(1, load)}
        />
      )}
      {medium === 'coax' && <path d={d} fill="none" stroke={colour.ink} strokeWidth={4} />}
      <path
        d={medium === 'powerline' ? toothed(path, px) : d}
        fill="none"
        stroke={medium === 'coax' ? colour.panel : colour.ink}
        strokeWidth={medium === 'coax' ? 1.8 : medium === 'wireless' ? 2.6 : 1.5}
        strokeDasharray={spine?.dash?.join(' ')}
        strokeLinecap={spine?.round ? 'round' : undefined}
        strokeLinejoin="round"
      />
      {path.through.map(({ servicePoint, at }) => {
        const [x, y] = px(...at);
        return (
          <g key={servicePoint.id} transform={`translate(${x} ${y})`}>
            <title>{servicePoint.name}</title>
            <rect
              x={-9}
              y={-9}
              width={18}
              height={18}
              fill={colour.panel}
              stroke={colour.ink}
              strokeWidth={0.9}
            />
            <path
              d={servicePointShapes[servicePoint.kind]}
              fill="none"
              stroke={colour.ink}
              strokeWidth={1.3}
              transform="scale(0.9)"
            />
          </g>
        );
      })}
    </g>
  );
}

/** A way that could be taken instead: muted, without a band. */
export function OtherWay({ path, px, title }: { path: WiringPath; px: Px; title: string }) {
  const { medium } = path.link;
  return (
    <path
      d={medium === 'powerline' ? toothed(path, px) : svgPathOf(path, px)}
      fill="none"
      stroke={colour.muted}
      strokeOpacity={0.75}
      strokeWidth={1.4}
      strokeDasharray={medium === 'wireless' ? '0.1 6' : medium === 'ethernet' ? '7 4' : undefined}
      strokeLinecap="round"
    >
      <title>{title}</title>
    </path>
  );
}
