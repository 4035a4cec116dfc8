/** Status is always a word and a shape. The shapes, 14 px. */
import { plainVerdicts } from '@/core/proof/plainVerdicts';
import { sureEnough } from '@/core/network/sureEnough';
import { colour } from '@/ui/colour';
import type { Verdict } from '@/core/proof/verdict';
import type { FoundState } from '@/core/proof/spotProof';

export type Mark = 'cured' | 'met' | 'equal' | 'short' | 'thin' | 'begun' | 'empty';

export function StatusMark({ mark, size = 14 }: { mark: Mark; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 14 14" aria-hidden="true" className="shrink-0">
      <MarkShape mark={mark} />
    </svg>
  );
}

/** The same inside another drawing, in a box of 14 × 14. */
export function MarkShape({ mark }: { mark: Mark }) {
  const tick = 'M3.6 7.2l2.4 2.4 4.6-5';
  switch (mark) {
    case 'cured':
      return (
        <>
          <rect x="1" y="1" width="12" height="12" rx="1.5" fill={colour.action} />
          <path d={tick} fill="none" stroke={colour.panel} strokeWidth="1.8" />
        </>
      );
    case 'met':
      return (
        <>
          <rect
            x="1.6"
            y="1.6"
            width="10.8"
            height="10.8"
            rx="1.5"
            fill={colour.panel}
            stroke={colour.action}
            strokeWidth="1.4"
          />
          <path d={tick} fill="none" stroke={colour.action} strokeWidth="1.7" />
        </>
      );
    case 'equal':
      return (
        <>
          <rect
            x="1.6"
            y="1.6"
            width="10.8"
            height="10.8"
            rx="1.5"
            fill={colour.panel}
            stroke={colour.ink}
            strokeWidth="1.4"
          />
          <path d="M4 5.6h6M4 8.4h6" stroke={colour.ink} strokeWidth="1.3" />
        </>
      );
    case 'short':
      return (
        <>
          <path
            d="M7 1.4L13 12.6H1Z"
            fill={colour.panel}
            stroke={colour.rustText}
            strokeWidth="1.3"
            strokeLinejoin="round"
          />
          <path
            d="M4.2 11.6L8.2 5.2M6.6 11.8L9.6 7.4M9 11.8l1.6-2.2"
            stroke={colour.rust}
            strokeWidth="1.1"
          />
        </>
      );
    case 'thin':
      return (
        <>
          <path d="M7 .8L13.2 7 7 13.2.8 7Z" fill={colour.panel} stroke={colour.ochre} strokeWidth="1.3" />
          <path d="M7 .8L7 13.2.8 7Z" fill={colour.ochre} />
        </>
      );
    case 'begun':
      return (
        <>
          <circle cx="7" cy="7" r="5.3" fill={colour.panel} stroke={colour.action} strokeWidth="1.4" />
          <path d="M7 1.7A5.3 5.3 0 0 0 7 12.3Z" fill={colour.action} />
        </>
      );
    case 'empty':
      return <circle cx="7" cy="7" r="5.3" fill={colour.panel} stroke={colour.faint} strokeWidth="1.4" />;
  }
}

export const verdictWords: Record<Verdict, { mark: Mark; words: string; plain: string }> = {
  cured: { mark: 'cured', words: 'Now met', plain: plainVerdicts.cured },
  holds: { mark: 'equal', words: 'Still met', plain: plainVerdicts.holds },
  'no-readings': { mark: 'empty', words: 'Not tested', plain: plainVerdicts['no-readings'] },
  'not-proven': { mark: 'thin', words: 'Met, too few runs', plain: plainVerdicts['not-proven'] },
  'test-limited': { mark: 'thin', words: 'Test-limited', plain: plainVerdicts['test-limited'] },
  'better-short': { mark: 'short', words: 'Better, still short', plain: plainVerdicts['better-short'] },
  unchanged: { mark: 'short', words: 'Still short', plain: plainVerdicts.unchanged },
  worse: { mark: 'short', words: 'Worse', plain: plainVerdicts.worse },
};

export const foundWords: Record<FoundState, { mark: Mark; words: string }> = {
  untested: { mark: 'empty', words: 'Not tested' },
  dead: { mark: 'short', words: 'Dead' },
  short: { mark: 'short', words: 'Short' },
  met: { mark: 'met', words: 'Met' },
};

/** Colour of words beside a mark. */
export const markText: Record<Mark, string> = {
  cured: 'text-ink',
  met: 'text-ink',
  equal: 'text-ink',
  short: 'text-rust-text',
  thin: 'text-ochre-text',
  begun: 'text-ink',
  empty: 'text-muted',
};

/** How a prediction stands: met, met with less than 90 % certainty, or short. */
export const plannedMark = (met: boolean, certainty: number): { mark: Mark; words: string } =>
  !met
    ? { mark: 'short', words: 'Predicted short' }
    : certainty >= sureEnough
      ? { mark: 'met', words: 'Predicted met' }
      : { mark: 'thin', words: 'Predicted met, below 90 %' };
