import { colour } from '@/ui/colour';
import type { Obstacle } from '@/core/job/records';

const line = {
  fill: 'none',
  stroke: colour.ink,
  strokeWidth: 0.9,
  vectorEffect: 'non-scaling-stroke' as const,
};

/** The inside of each symbol, in a box of w × d around 0, metres. */
function Inside({ symbol, w, d }: { symbol: Obstacle['symbol']; w: number; d: number }) {
  const [l, t] = [-w / 2, -d / 2];
  const long = w >= d;
  switch (symbol) {
    case 'bed':
      return long ? (
        <path
          {...line}
          d={`M${l + 0.1} ${t + 0.12}h.4v${d / 2 - 0.18}h-.4zM${l + 0.1} ${0.06}h.4v${d / 2 - 0.18}h-.4zM${l + 0.65} ${t}v${d}`}
        />
      ) : (
        <path
          {...line}
          d={`M${l + 0.12} ${t + 0.1}v.4h${w / 2 - 0.18}v-.4zM0.06 ${t + 0.1}v.4h${w / 2 - 0.18}v-.4zM${l} ${t + 0.65}h${w}`}
        />
      );
    case 'sofa':
      return (
        <path
          {...line}
          d={`M${l + 0.14} ${t}v${d}M${-l - 0.14} ${t}v${d}M${l + 0.14} ${t + 0.18}h${w - 0.28}`}
        />
      );
    case 'bath':
      return (
        <rect {...line} x={l + 0.1} y={t + 0.1} width={w - 0.2} height={d - 0.2} rx={Math.min(w, d) * 0.3} />
      );
    case 'sink':
      return <rect {...line} x={l + w * 0.2} y={t + d * 0.2} width={w * 0.45} height={d * 0.6} rx={0.08} />;
    case 'cooker':
      return (
        <>
          {[-0.22, 0.22].flatMap((i) =>
            [-0.22, 0.22].map((k) => (
              <circle key={`${i}${k}`} {...line} cx={w * i} cy={d * k} r={Math.min(w, d) * 0.14} />
            )),
          )}
        </>
      );
    case 'shelves':
      return <path {...line} d={long ? `M${l} ${t}L${-l} ${-t}` : `M${l} ${-t}L${-l} ${t}`} />;
    case 'desk':
      return <path {...line} d={long ? `M${l} ${t + d * 0.22}h${w}` : `M${l + w * 0.22} ${t}v${d}`} />;
    case 'box':
      return <path {...line} d={`M${l} ${t}L${-l} ${-t}M${-l} ${t}L${l} ${-t}`} />;
    case 'chimney':
      return (
        <rect
          {...line}
          x={l + w * 0.22}
          y={t + d * 0.3}
          width={w * 0.56}
          height={d * 0.4}
          fill={colour.panel}
        />
      );
    case 'table':
    case 'round':
    case 'boat':
    case 'tree':
    case 'stairs':
      return null;
    case 'post':
      return <path {...line} d="M-.3 0h.6M0-.3v.6" />;
  }
}

/** A thing on the floor, in plan. Things that cost signal are drawn darker than plain furniture. */
export function Furniture({ obstacle: o, selected }: { obstacle: Obstacle; selected: boolean }) {
  const [w, d] = [o.widthM, o.depthM];
  const [l, t] = [-w / 2, -d / 2];
  const costs = Object.values(o.lossDb).some((v) => v > 0);
  const stroke = selected ? colour.action : colour.ink;
  const shape = { ...line, stroke, strokeWidth: selected ? 2.5 : costs ? 1.3 : 0.9 };
  if (o.symbol === 'stairs') return <Stairs {...{ l, t, w, d, shape, o }} />;
  return (
    <g
      transform={`translate(${o.xM} ${o.yM}) rotate(${o.turnDeg})`}
      opacity={costs || selected ? 0.95 : 0.42}
      data-id={o.id}
    >
      {o.symbol === 'round' || o.symbol === 'post' ? (
        <ellipse {...shape} rx={w / 2} ry={d / 2} fill={costs ? colour.furniture : 'transparent'} />
      ) : o.symbol === 'tree' ? (
        <path {...shape} fill={colour.hedge} fillOpacity={0.7} d={cloud(w / 2, d / 2)} />
      ) : o.symbol === 'boat' ? (
        <path
          {...shape}
          fill="transparent"
          d={`M${l} 0Q${l * 0.4} ${t * 1.25} ${-l} ${t * 0.55}V${-t * 0.55}Q${l * 0.4} ${-t * 1.25} ${l} 0ZM${l} 0H${-l}`}
        />
      ) : (
        <rect
          {...shape}
          x={l}
          y={t}
          width={w}
          height={d}
          rx={o.symbol === 'sofa' || o.symbol === 'bath' ? 0.12 : 0.02}
          fill={o.symbol === 'chimney' ? colour.masonry : costs ? colour.furniture : 'transparent'}
        />
      )}
      <Inside symbol={o.symbol} w={w} d={d} />
    </g>
  );
}

/** Treads and an arrow up the middle. */
function Stairs({
  l,
  t,
  w,
  d,
  shape,
  o,
}: {
  l: number;
  t: number;
  w: number;
  d: number;
  shape: typeof line;
  o: Obstacle;
}) {
  const along = Math.max(w, d);
  const steps = Math.max(2, Math.round(along / 0.24));
  const tread = Array.from({ length: steps - 1 }, (_, i) => ((i + 1) * along) / steps);
  const upright = d >= w;
  return (
    <g transform={`translate(${o.xM} ${o.yM}) rotate(${o.turnDeg})`} data-id={o.id}>
      <rect {...shape} x={l} y={t} width={w} height={d} fill={colour.panel} fillOpacity={0.75} />
      <path
        {...line}
        strokeWidth={0.6}
        d={tread.map((s) => (upright ? `M${l} ${t + s}h${w}` : `M${l + s} ${t}v${d}`)).join('')}
      />
      <path
        {...line}
        d={
          upright
            ? `M0 ${-t - 0.12}V${t + 0.16}m-.1 .16l.1 -.16l.1 .16`
            : `M${-l - 0.12} 0H${l + 0.16}m.16 -.1l-.16 .1l.16 .1`
        }
      />
    </g>
  );
}

/** A scalloped outline for foliage. */
function cloud(rx: number, ry: number): string {
  const lobes = 9;
  const at = (i: number) => {
    const a = (i / lobes) * 2 * Math.PI;
    return [rx * 0.88 * Math.cos(a), ry * 0.88 * Math.sin(a)];
  };
  const bulge = Math.max(rx, ry) * 0.36;
  const [x0 = 0, y0 = 0] = at(0);
  return `M${x0} ${y0}${Array.from({ length: lobes }, (_, i) => `A${bulge} ${bulge} 0 0 1 ${at(i + 1).join(' ')}`).join('')}Z`;
}
