import { colour } from '@/ui/colour';
import type { ChainStep } from '@/core/network/predict';
import { rateText } from '@/core/network/rateText';

const width = 288;
const middle = 48;
const widest = 88;
const stepPx = 34;
const boxPx = 20;

/** Pipe width, px: 0.16 px a Mbps, less for fast plans so that the widest still fits. */
const pipe = (mbps: number, most: number) =>
  Math.max(5, Math.min(widest, mbps * Math.min(0.16, widest / most)));

const fills: Record<ChainStep['kind'], string> = {
  plan: colour.head1,
  port: colour.head1,
  wire: colour.head2,
  hop: colour.head2,
  air: colour.head1,
  device: colour.head3,
};

/** A detail of more letters reaches the mark of the limit, which then stands under it. */
const longDetail = 20;

/** The way from the street to the device as a pipe: as wide as each step allows, the narrowest marked and named. */
export function Chain({
  steps,
  letters,
  gets,
  device,
}: {
  steps: readonly ChainStep[];
  letters: ReadonlyMap<string, string>;
  gets: number;
  device: string;
}) {
  const most = Math.max(1, ...steps.map((s) => s.mbps));
  const rows = steps.map((step, i) => ({
    step,
    y: steps.slice(0, i).reduce((sum, s) => sum + stepPx + (s.unitId ? boxPx : 0), 4),
  }));
  const last = rows.at(-1);
  const bottom = (last?.y ?? 0) + stepPx + (last?.step.unitId ? boxPx : 0);
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${width} ${bottom + 34}`}
      role="img"
      aria-label={`${steps.map((s) => `${s.label} ${rateText(s.mbps)} Mbps${s.isLimit ? ', bottleneck' : ''}`).join('; ')}; gets ${rateText(gets)} Mbps`}
    >
      <path d={`M${middle - 46} 4H${middle + 46}`} stroke={colour.ink} strokeWidth={1.2} />
      {rows.map(({ step, y }, i) => {
        const w = pipe(step.mbps, most);
        const end = y + stepPx;
        return (
          <g key={i}>
            <rect
              x={middle - w / 2}
              y={y}
              width={w}
              height={stepPx}
              fill={step.isLimit ? colour.action : fills[step.kind]}
              stroke={colour.ink}
              strokeWidth={1}
            />
            {(step.kind === 'hop' || step.kind === 'air') && (
              <path
                d={`M${middle} ${y + 3}V${end - 3}`}
                stroke={step.isLimit ? colour.panel : colour.ink}
                strokeWidth={2.4}
                strokeDasharray="0.1 5"
                strokeLinecap="round"
              />
            )}
            {step.isLimit && (
              <g stroke={colour.ink} strokeWidth={1.3} fill={colour.ink}>
                <path d={`M${middle - w / 2 - 18} ${y + stepPx / 2}h10m0 -3.5l6 3.5l-6 3.5z`} />
                <path d={`M${middle + w / 2 + 18} ${y + stepPx / 2}h-10m0 -3.5l-6 3.5l6 3.5z`} />
              </g>
            )}
            {step.unitId && (
              <g>
                <rect
                  x={middle - 44}
                  y={end}
                  width={88}
                  height={boxPx}
                  fill={colour.panel}
                  stroke={colour.ink}
                  strokeWidth={1.3}
                />
                <text x={middle} y={end + 14.5} textAnchor="middle" fontSize={13} fontWeight={700}>
                  {letters.get(step.unitId) ?? ''}
                </text>
              </g>
            )}
            <text x={112} y={y + 14} fontSize={13} fill={colour.ink}>
              {step.label}
            </text>
            <text x={112} y={y + 29} fontSize={11.5} fill={colour.muted}>
              {step.detail}
            </text>
            <text x={width} y={y + 14} fontSize={14} fontWeight={700} textAnchor="end">
              {rateText(step.mbps)}
            </text>
            {step.isLimit && (
              <g transform={`translate(${width - 68} ${y + (step.detail.length > longDetail ? 33 : 18)})`}>
                <rect width={68} height={15} rx={2} fill={colour.ink} />
                <text x={34} y={11.3} fontSize={11} fontWeight={700} fill={colour.panel} textAnchor="middle">
                  Bottleneck
                </text>
              </g>
            )}
          </g>
        );
      })}
      <path d={`M${middle - 6} ${bottom}h12v8h-12z`} fill={colour.ink} />
      <text x={112} y={bottom + 22} fontSize={15} fontWeight={700}>
        {device} gets
      </text>
      <text x={width} y={bottom + 24} fontSize={20} fontWeight={700} textAnchor="end">
        {rateText(gets)}
      </text>
    </svg>
  );
}
