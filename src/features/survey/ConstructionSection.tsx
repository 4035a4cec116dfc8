import type { Assembly, Layer } from '@/core/job/records';

/** Fill of a layer in a cut, so that two neighbours never look alike. */
const looks: Record<string, { fill: string; lines?: 'dots' | 'slant' | 'grain' }> = {
  vacuum: { fill: '#fffdf8' },
  concrete: { fill: '#e4e1da', lines: 'dots' },
  brick: { fill: '#e9d9c6', lines: 'slant' },
  plasterboard: { fill: '#efece4', lines: 'dots' },
  wood: { fill: '#efe4cc', lines: 'grain' },
  glass: { fill: '#dfeaee' },
  'ceiling-board': { fill: '#f2efe8', lines: 'dots' },
  chipboard: { fill: '#e6d6b8', lines: 'dots' },
  plywood: { fill: '#ecdcb9', lines: 'grain' },
  marble: { fill: '#e9e9ea', lines: 'slant' },
  floorboard: { fill: '#e2cfa6', lines: 'grain' },
};

const materialWords: Record<string, string> = {
  vacuum: 'air',
  'ceiling-board': 'ceiling board',
};
/** A layer in words. */
export const layerName = (layer: Layer): string =>
  'sheetOhm' in layer
    ? layer.sheetOhm <= 1
      ? 'metal foil or sheet'
      : 'metal coating'
    : (materialWords[layer.material] ?? layer.material);

const [width, top, height] = [288, 18, 62];

/** An assembly cut through, its layers to scale, with a string of thicknesses above and their names below. */
export function ConstructionSection({ assembly }: { assembly: Pick<Assembly, 'layers'> }) {
  const { layers } = assembly;
  const total = layers.reduce((sum, l) => sum + ('thicknessMm' in l ? l.thicknessMm : 0), 0);
  const [left, right] = [30, width - 30];
  const scale = total > 0 ? (right - left) / total : 0;
  let at = left;
  const parts = layers.map((layer, i) => {
    const w = 'thicknessMm' in layer ? layer.thicknessMm * scale : 0;
    const part = { layer, x: at, w, i };
    at += w;
    return part;
  });
  const names = parts.map((p) => ({ ...p, name: layerName(p.layer), middle: p.x + p.w / 2 }));
  const rows = names.length;
  const torn = (y: number) => {
    const steps = Array.from(
      { length: 13 },
      (_, k) => `${left + ((right - left) * k) / 12} ${y + (k % 2 ? 3 : -2)}`,
    );
    return `M${steps.join('L')}`;
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${top + height + 12 + rows * 15}`}
      className="w-full"
      role="img"
      aria-label={`Layers: ${names.map((n) => n.name).join(', ')}`}
    >
      <defs>
        <pattern id="cut-dots" width="7" height="7" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r=".7" fill="#566070" />
          <circle cx="5.4" cy="5" r=".6" fill="#566070" />
        </pattern>
        <pattern
          id="cut-slant"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="5" height=".9" fill="#8a6f55" />
        </pattern>
        <pattern id="cut-grain" width="20" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3Q5 1.4 10 3T20 3" fill="none" stroke="#8d7444" strokeWidth=".7" />
        </pattern>
      </defs>
      {parts.map(({ layer, x, w, i }) => {
        if ('sheetOhm' in layer)
          return (
            <path
              key={i}
              d={`M${x} ${top - 2}V${top + height + 2}`}
              stroke="#1d4f7a"
              strokeWidth={2.4}
              strokeDasharray={layer.sheetOhm <= 1 ? undefined : '4 2'}
            />
          );
        const look = looks[layer.material];
        return (
          <g key={i}>
            <rect x={x} y={top} width={w} height={height} fill={look?.fill ?? '#fffdf8'} />
            {look?.lines && <rect x={x} y={top} width={w} height={height} fill={`url(#cut-${look.lines})`} />}
            <path
              d={`M${x} ${top}V${top + height}M${x + w} ${top}V${top + height}`}
              stroke="#1f2a37"
              strokeWidth={1}
            />
            {w > 20 ? (
              <text x={x + w / 2} y={11} fontSize={11.5} textAnchor="middle" fill="#1f2a37">
                {layer.thicknessMm}
              </text>
            ) : null}
          </g>
        );
      })}
      <path d={torn(top)} fill="none" stroke="#1f2a37" strokeWidth={1} />
      <path d={torn(top + height)} fill="none" stroke="#1f2a37" strokeWidth={1} />
      {names.map((n, k) => {
        const y = top + height + 18 + (rows - 1 - k) * 15;
        const toLeft = n.middle > width / 2;
        return (
          <g key={n.i} fontSize={11.5} fill="#1f2a37">
            <circle cx={n.middle} cy={top + height - 8} r={1.6} />
            <path
              d={`M${n.middle} ${top + height - 8}V${y - 4}H${toLeft ? n.middle - 8 : n.middle + 8}`}
              fill="none"
              stroke="#566070"
              strokeWidth={0.8}
            />
            <text x={toLeft ? n.middle - 11 : n.middle + 11} y={y} textAnchor={toLeft ? 'end' : 'start'}>
              {n.name}
              {'thicknessMm' in n.layer ? `, ${n.layer.thicknessMm}` : ''}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
