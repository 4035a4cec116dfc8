import { colour } from '@/ui/colour';
import { useJob } from '@/client/store/JobProvider';
import type { SheetSpace, ToPx } from './sheetSpace';

/** Where the house is cut: a broken line with a mark at each end that looks the way the cut is drawn. */
export function PathProfileLine({ space, px }: { space: SheetSpace; px: ToPx }) {
  const cut = useJob((s) => s.cut);
  if (cut?.kind !== 'line') return null;
  const [p, q] = [space.place(cut.a), space.place(cut.b)];
  if (!p || !q || !space.onSheet(cut.a.storeyId)) return null;
  const [[ax, ay], [bx, by]] = [px(...p), px(...q)];
  const length = Math.hypot(bx - ax, by - ay) || 1;
  const [nx, ny] = [((by - ay) / length) * 9, (-(bx - ax) / length) * 9];
  return (
    <g pointerEvents="none" data-testid="cut-line">
      <path d={`M${ax} ${ay}L${bx} ${by}`} stroke={colour.panel} strokeWidth={4} />
      <path
        d={`M${ax} ${ay}L${bx} ${by}`}
        stroke={colour.action}
        strokeWidth={1.6}
        strokeDasharray="12 4 2 4"
      />
      {[
        [ax, ay, 'from'],
        [bx, by, 'to'],
      ].map(([x, y, text]) => (
        <g key={text} transform={`translate(${x} ${y})`}>
          <path d={`M0 0L${nx} ${ny}`} stroke={colour.action} strokeWidth={3} />
          <text
            x={nx * 1.9}
            y={ny * 1.9 + 4}
            fontSize={11.5}
            fontWeight={700}
            textAnchor="middle"
            fill={colour.action}
            className="halo"
          >
            {text}
          </text>
        </g>
      ))}
    </g>
  );
}
