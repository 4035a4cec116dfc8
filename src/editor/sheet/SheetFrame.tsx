import { colour } from '@/ui/colour';
import type { View } from './useView';

const footM = 0.3048;

/** The graduated frame along the top and left edges (one band a metre or 3 ft) and the dots of the grid. */
export function SheetFrame({
  view,
  width,
  height,
  lengths,
}: {
  view: View;
  width: number;
  height: number;
  lengths: 'm' | 'ft';
}) {
  const step = (lengths === 'm' ? 1 : 3 * footM) * view.scale;
  const every = Math.max(1, Math.ceil(9 / step));
  const band = step * every;
  const start = (offset: number) => (((offset % (2 * band)) + 2 * band) % (2 * band)) - 2 * band;
  const bars = (length: number, offset: number) =>
    Array.from({ length: Math.ceil(length / (2 * band)) + 2 }, (_, i) => start(offset) + i * 2 * band);
  return (
    <g pointerEvents="none">
      <rect width={width} height={6} fill={colour.panel} />
      <rect width={6} height={height} fill={colour.panel} />
      {bars(width, view.x).map((x) => (
        <rect key={x} x={x} width={band} height={5} fill={colour.ink} />
      ))}
      {bars(height, view.y).map((y) => (
        <rect key={y} y={y} width={5} height={band} fill={colour.ink} />
      ))}
      <path d={`M0 5.5H${width}M5.5 0V${height}`} stroke={colour.ink} strokeWidth={1} />
      <rect width={6} height={6} fill={colour.ink} />
    </g>
  );
}

export function GridDots({
  view,
  width,
  height,
  lengths,
  id,
}: {
  view: View;
  width: number;
  height: number;
  lengths: 'm' | 'ft';
  id: string;
}) {
  const step = (lengths === 'm' ? 1 : 3 * footM) * view.scale;
  const every = Math.max(1, Math.ceil(14 / step));
  const size = step * every;
  return (
    <>
      <pattern
        id={id}
        width={size}
        height={size}
        x={view.x - size / 2}
        y={view.y - size / 2}
        patternUnits="userSpaceOnUse"
      >
        <circle cx={size / 2} cy={size / 2} r={0.9} fill={colour.gridDot} />
      </pattern>
      <rect width={width} height={height} fill={`url(#${id})`} />
    </>
  );
}

/** A length with end slashes, as on a drawing; a and b in px, text beside the middle. */
export function Dimension({
  ax,
  ay,
  bx,
  by,
  text,
}: {
  ax: number;
  ay: number;
  bx: number;
  by: number;
  text: string;
}) {
  const upright = Math.abs(by - ay) > Math.abs(bx - ax);
  const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
  return (
    <g stroke={colour.ink} strokeWidth={0.9} fill="none">
      <path d={`M${ax} ${ay}L${bx} ${by}M${ax - 4} ${ay + 4}l8 -8M${bx - 4} ${by + 4}l8 -8`} />
      <text
        x={mx}
        y={my}
        dy={4}
        fontSize={11.5}
        textAnchor="middle"
        fill={colour.muted}
        className="halo"
        style={{ stroke: colour.paper, strokeWidth: 6 }}
        transform={upright ? `rotate(-90 ${mx} ${my})` : undefined}
      >
        {text}
      </text>
    </g>
  );
}
