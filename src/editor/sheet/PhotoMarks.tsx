'use client';

import { colour } from '@/ui/colour';
import { useJob } from '@/client/store/JobProvider';
import { useChoosable } from './Marks';
import type { SheetSpace, ToPx } from './sheetSpace';

/** Photos of the storey: a small camera at its place, with a wedge the way it looked. */
export function PhotoMarks({ space, px }: { space: SheetSpace; px: ToPx }) {
  const photos = useJob((s) => s.job.photos);
  const selectedId = useJob((s) => s.selectedId);
  const choosable = useChoosable();
  return (
    <g>
      {photos.map((p) => {
        const at = p.storeyId ? space.place({ storeyId: p.storeyId, xM: p.xM, yM: p.yM }) : null;
        if (!at) return null;
        const [x, y] = px(...at);
        const chosen = p.id === selectedId;
        return (
          <g
            key={p.id}
            transform={`translate(${x} ${y})`}
            {...choosable(p.id, `Photo${p.note ? `: ${p.note}` : ''}`)}
          >
            <title>{p.note || 'Photo'}</title>
            {p.towardsDeg !== null && (
              <path
                d="M0 0L-9 -26H9Z"
                transform={`rotate(${p.towardsDeg})`}
                fill={colour.action}
                fillOpacity={chosen ? 0.3 : 0.14}
                stroke={colour.action}
                strokeWidth={0.8}
              />
            )}
            <circle r={11} fill="transparent" />
            <path
              d="M-7 -4H-3L-1.5 -6H1.5L3 -4H7V5H-7Z"
              fill={chosen ? colour.action : colour.panel}
              stroke={chosen ? colour.action : colour.ink}
              strokeWidth={1.2}
            />
            <circle
              r={2.4}
              cy={0.4}
              fill="none"
              stroke={chosen ? colour.panel : colour.ink}
              strokeWidth={1.2}
            />
          </g>
        );
      })}
    </g>
  );
}
