'use client';

import { useEffect, useState } from 'react';
import { type PlanningStep, planningSteps } from '@/core/optimise/planningStep';

/** Which part of the search is worked at, for how long already, and how long it took the last time. */
export function Progress({
  doing,
  sinceMs,
  tookS,
  hasAny,
}: {
  doing: PlanningStep | null;
  sinceMs: number | null;
  tookS: number | null;
  /** Is there something to look at already? */
  hasAny: boolean;
}) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  const at = doing ? planningSteps.indexOf(doing) : 0;
  const seconds = sinceMs === null ? 0 : Math.max(0, Math.round((now - sinceMs) / 1000));
  return (
    <div className="min-w-0 flex-1">
      <p role="status" className="first-letter:uppercase">
        {doing ?? 'starting'} …
      </p>
      <div
        role="progressbar"
        aria-label="Parts of the search"
        aria-valuenow={at}
        aria-valuemin={0}
        aria-valuemax={planningSteps.length}
        className="my-1 h-1.5 w-full border border-strong bg-panel"
      >
        <div className="h-full bg-action" style={{ width: `${(100 * at) / planningSteps.length}%` }} />
      </div>
      <p className="text-[12px] text-muted">
        Part {at + 1} of {planningSteps.length}, {seconds} s so far
        {tookS !== null && `; the last time it took ${Math.round(tookS)} s`}.
        {hasAny && ' The best proposal so far is below.'}
      </p>
    </div>
  );
}
