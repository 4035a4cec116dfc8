import { colour } from '@/ui/colour';
import type { Assembly, Layer } from '@/core/job/records';

/** Fill of a layer in a cut, so that two neighbours never look alike. */
const looks: Record<string, { fill: string; lines?: 'dots' | 'slant' | 'grain' }> = {
  vacuum: { fill: colour.panel },
  concrete: { fill: colour.concrete, lines: 'dots' },
  brick: { fill: colour.brick, lines: 'slant' },
  plasterboard: { fill: colour.plasterboard, lines: 'dots' },
  wood: { fill: colour.wood, lines: 'grain' },
  glass: { fill: colour.glass },
  'ceiling-board': { fill: colour.plaster, lines: 'dots' },
  chipboard: { fill: colour.chipboard, lines: 'dots' },
  plywood: { fill: colour.plywood, lines: 'grain' },
  marble: { fill: colour.marble, lines: 'slant' },
  floorboard: { fill: colour.floorboard, lines: 'grain' },
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
          <circle cx="2" cy="2" r=".7" fill={colour.muted} />
          <circle cx="5.4" cy="5" r=".6" fill={colour.muted} />
        </pattern>
        <pattern
          id="cut-slant"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="5" height=".9" fill={colour.stud} />
        </pattern>
        <pattern id="cut-grain" width="20" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 3Q5 1.4 10 3T20 3" fill="none" stroke={colour.insulation} strokeWidth=".7" />
        </pattern>
      </defs>
      {parts.map(({ layer, x, w, i }) => {
        if ('sheetOhm' in layer)
          return (
            <path
              key={i}
              d={`M${x} ${top - 2}V${top + height + 2}`}
              stroke={colour.action}
              strokeWidth={2.4}
              strokeDasharray={layer.sheetOhm <= 1 ? undefined : '4 2'}
            />
          );
        const look = looks[layer.material];
        return (
          <g key={i}>
            <rect x={x} y={top} width={w} height={height} fill={look?.fill ?? colour.panel} />
            {look?.lines && <rect x={x} y={top} width={w} height={height} fill={`url(#cut-${look.lines})`} />}
            <path
              d={`M${x} ${top}V${top + height}M${x + w} ${top}V${top + height}`}
              stroke={colour.ink}
              strokeWidth={1}
            />
            {w > 20 ? (
              <text x={x + w / 2} y={11} fontSize={11.5} textAnchor="middle" fill={colour.ink}>
                {layer.thicknessMm}
              </text>
            ) : null}
          </g>
        );
      })}
      <path d={torn(top)} fill="none" stroke={colour.ink} strokeWidth={1} />
      <path d={torn(top + height)} fill="none" stroke={colour.ink} strokeWidth={1} />
      {names.map((n, k) => {
        const y = top + height + 18 + (rows - 1 - k) * 15;
        const toLeft = n.middle > width / 2;
        return (
          <g key={n.i} fontSize={11.5} fill={colour.ink}>
            <circle cx={n.middle} cy={top + height - 8} r={1.6} />
            <path
              d={`M${n.middle} ${top + height - 8}V${y - 4}H${toLeft ? n.middle - 8 : n.middle + 8}`}
              fill="none"
              stroke={colour.muted}
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
