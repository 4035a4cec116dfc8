import { colour } from '@/ui/colour';
import type { Id, Point } from '@/core/job/records';
import { lengthText, type Lengths } from '@/ui/units';
import type { ToPx } from './sheetSpace';

/** What a tool has begun, in sheet metres. */
export type Ghost =
  | { kind: 'room' | 'measure' | 'scale' | 'cut'; a: Point; b: Point; done?: boolean }
  | {
      kind: 'route';
      points: readonly Point[];
      /** Storey of each point, for a cable that leaves this one. */ storeyIds: readonly Id[];
      b: Point;
    };

/** The room, route or measure being drawn, with its lengths. */
export function ToolGhost({
  ghost,
  storeyId,
  px,
  lengths,
}: {
  ghost: Ghost | null;
  storeyId: Id;
  px: ToPx;
  lengths: Lengths;
}) {
  if (!ghost) return null;
  if (ghost.kind === 'route') {
    const here = ghost.points.filter((_, i) => ghost.storeyIds[i] === storeyId);
    const line = [...here, ghost.b].map((p) => px(...p).join(' ')).join('L');
    return (
      <path
        d={`M${line}`}
        fill="none"
        stroke={colour.action}
        strokeWidth={2}
        strokeDasharray="9 4 2 4"
        pointerEvents="none"
      />
    );
  }
  const [ax, ay] = px(...ghost.a);
  const [bx, by] = px(...ghost.b);
  const [w, h] = [Math.abs(ghost.b[0] - ghost.a[0]), Math.abs(ghost.b[1] - ghost.a[1])];
  const text =
    ghost.kind === 'room'
      ? `${lengthText(w, lengths)} × ${lengthText(h, lengths)}`
      : lengthText(Math.hypot(w, h), lengths);
  return (
    <g pointerEvents="none">
      {ghost.kind === 'room' ? (
        <rect
          x={Math.min(ax, bx)}
          y={Math.min(ay, by)}
          width={Math.abs(bx - ax)}
          height={Math.abs(by - ay)}
          fill={colour.action}
          fillOpacity={0.08}
          stroke={colour.action}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
      ) : (
        <path d={`M${ax} ${ay}L${bx} ${by}`} stroke={colour.action} strokeWidth={1.6} strokeOpacity={0.8} />
      )}
      <Tag x={bx + 14} y={by + 14} text={text} />
    </g>
  );
}

function Tag({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        width={text.length * 8.4 + 18}
        height={26}
        fill={colour.panel}
        stroke={colour.action}
        strokeWidth={1.4}
        rx={3}
      />
      <text x={9} y={18} fontSize={14} fontWeight={700} fill={colour.ink}>
        {text}
      </text>
    </g>
  );
}
