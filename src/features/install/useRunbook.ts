'use client';

import { sayError } from '@/ui/sayError';
import { useEffect, useMemo, useState } from 'react';
import { type Live, type StepStanding, standings } from '@/core/install/live';
import { runbookOf } from '@/core/install/runbook';
import { stepsOfVisit } from '@/core/install/visits';
import type { Id, StepRun } from '@/core/job/records';
import { messageOf } from '@/client/store/api';
import { useJob } from '@/client/store/JobProvider';

/** The schedule is worked out anew so often while nothing is noted, ms. */
const againMs = 20_000;

export interface RunbookView {
  problems: string[];
  steps: (StepStanding & { run: StepRun | null })[];
  /** With times; null until the worker has answered once. */
  live: Live | null;
}

/**
 * The runbook: how each step stands, at once; its times, as the worker answers.
 * @param runs other than the job's, in a rehearsal. @param nowMs the time that counts there. @param visitId steps of one visit; null = all.
 */
export function useRunbook(
  people: number,
  runs: readonly StepRun[] | null,
  nowMs: number,
  visitId: Id | null,
): RunbookView {
  const job = useJob((s) => s.job);
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const [live, setLive] = useState<Live | null>(null);
  const book = useMemo(() => runbookOf(job), [job]);
  const counted = runs ?? job.stepRuns;
  const steps = useMemo(() => {
    const byKey = new Map(counted.map((r) => [r.stepKey, r]));
    const shown = new Set(stepsOfVisit(job, book.steps, visitId).map((s) => s.key));
    return standings(book, byKey)
      .filter((s) => shown.has(s.step.key))
      .map((s) => ({ ...s, run: byKey.get(s.step.key) ?? null }));
  }, [job, book, counted, visitId]);
  const slot = Math.floor(nowMs / againMs);
  useEffect(() => {
    // the worker has this job once it has answered about its network
    if (!compute || !network) return;
    let current = true;
    compute.runbook(people, slot * againMs, runs ? [...runs] : null, visitId).then(
      (answer) => current && setLive(answer),
      (error: unknown) => current && sayError(messageOf(error)),
    );
    return () => {
      current = false;
    };
  }, [compute, network, people, runs, slot, job, visitId]);
  return { problems: book.problems, steps, live };
}
