'use client';

import { Explain } from '@/ui/Explain';
import { sayError } from '@/ui/sayError';
import { colour } from '@/ui/colour';
import { useEffect, useMemo, useState } from 'react';
import type { SpotTerms } from '@/core/checks/surveyGap';
import { surveyGaps } from '@/core/checks/surveyGaps';
import { Button } from '@/ui/primitives';
import { MarkShape, StatusMark } from '@/ui/marks';
import { messageOf } from '@/client/store/api';
import { goTo } from '@/client/actions';
import { useJob, useJobStore } from '@/client/store/JobProvider';

const shown = 6;

/** What the survey still lacks, and what each gap costs in certainty. */
export function Missing() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const compute = useJob((s) => s.compute);
  const [terms, setTerms] = useState<readonly SpotTerms[]>([]);
  const [all, setAll] = useState(false);
  useEffect(() => {
    let current = true;
    // what each spot's signal passes comes from the worker, a moment after the last change
    const wait = setTimeout(() => {
      compute
        ?.predict('found')
        .then((found) => current && setTerms(found))
        .catch((error: unknown) => sayError(messageOf(error)));
    }, 400);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [compute, job]);
  const gaps = useMemo(() => surveyGaps(job, terms), [job, terms]);
  const widest = Math.max(6, ...gaps.map((g) => g.spreadDb ?? 0));
  return (
    <section aria-label="Missing data" className="pt-3">
      <div className="flex items-baseline justify-between">
        <h2 className="text-[16px] font-bold">{gaps.length ? 'Missing data' : 'The survey is complete'}</h2>
        {gaps.length > 0 && (
          <span className="text-[12px] text-muted">
            <Explain of="addedUncertainty">added uncertainty</Explain>
          </span>
        )}
      </div>
      {gaps.length === 0 && (
        <p className="mt-1 flex items-center gap-1.5 text-muted">
          <StatusMark mark="cured" size={12} /> No missing data affects the plan.
        </p>
      )}
      <ul className="mt-1">
        {gaps.slice(0, all ? gaps.length : shown).map((g) => (
          <li key={g.id} className="flex items-center gap-2 border-b border-rule py-1.5">
            <svg width={14} height={14} viewBox="0 0 14 14" aria-hidden="true" className="shrink-0">
              <MarkShape mark="thin" />
            </svg>
            <button
              type="button"
              className="min-w-0 flex-1 text-left leading-tight hover:underline"
              onClick={() => g.recordId && goTo(store, g.recordId)}
            >
              <strong>{g.subject}:</strong> {g.missing}
            </button>
            {g.repair ? (
              <Button className="h-8" onClick={() => g.repair && store.getState().commit(g.repair.edit)}>
                {g.repair.name}
              </Button>
            ) : (
              <span className="flex shrink-0 items-center gap-2 text-right">
                {g.spreadDb !== null && <Whisker share={g.spreadDb / widest} />}
                <span className="w-20 text-[12px] leading-tight">
                  {g.spreadDb !== null && (
                    <strong className="block text-[13px] text-ochre-text">±{g.spreadDb.toFixed(0)} dB</strong>
                  )}
                  <span className="text-muted">{g.touches}</span>
                </span>
              </span>
            )}
          </li>
        ))}
      </ul>
      {gaps.length > shown && (
        <button type="button" className="py-1.5 font-semibold text-action" onClick={() => setAll(!all)}>
          {all ? 'Show the most important' : `Show all ${gaps.length}`}
        </button>
      )}
    </section>
  );
}

/** The reach of an uncertainty, as a bar with ends. */
function Whisker({ share }: { share: number }) {
  const half = 3 + 15 * Math.min(1, share);
  return (
    <svg width={40} height={12} aria-hidden="true">
      <path
        d={`M${20 - half} 6H${20 + half}M${20 - half} 2V10M${20 + half} 2V10M20 3V9`}
        stroke={colour.ochre}
        strokeWidth={1.8}
        fill="none"
      />
    </svg>
  );
}
