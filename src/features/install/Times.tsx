'use client';

import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import { runbookOf } from '@/core/install/runbook';
import { stepKinds } from '@/core/install/step';
import {
  isProposed,
  type KindTimes,
  leastSteps,
  proposedEdits,
  takenOf,
  timesByKind,
} from '@/core/install/stepTimes';
import { ask, messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button, PartHead } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { minutesText } from '@/ui/time';

const kindWords: Record<KindTimes['kind'], string> = {
  bench: 'Set up on the bench',
  update: 'Update',
  pair: 'Pair',
  set: 'Set names and options',
  carry: 'Carry to its place',
  cable: 'Cable',
  mount: 'Mount',
  check: 'Check and test',
  label: 'Label',
  clear: 'Take out',
};
const timesSchema = z.object({
  times: z.array(
    z.object({
      kind: z.enum(stepKinds),
      count: z.number(),
      plannedMin: z.number(),
      takenMin: z.number(),
      factor: z.number(),
    }),
  ),
});

/** Hands-on time as planned and as taken, and times for what is left that follow from all own jobs. */
export function Times() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [all, setAll] = useState<KindTimes[]>([]);
  const book = useMemo(() => runbookOf(job), [job]);
  const here = useMemo(() => timesByKind(takenOf(job, book)), [job, book]);
  const done = job.stepRuns.length;
  useEffect(() => {
    let current = true;
    ask(timesSchema, '/api/times').then(
      ({ times }) => current && setAll(times),
      (error: unknown) => current && sayError(messageOf(error)),
    );
    return () => {
      current = false;
    };
  }, [done]);
  const edits = useMemo(() => proposedEdits(job, book, all), [job, book, all]);
  if (here.length === 0 && all.length === 0) return null;
  return (
    <section aria-label="Times" data-testid="step-times">
      <PartHead right="hands-on, planned and taken">Times</PartHead>
      <table className="w-full text-[12.5px]">
        <thead className="text-left text-muted">
          <tr>
            <th className="font-normal">Kind of step</th>
            <th className="text-right font-normal">Here</th>
            <th className="text-right font-normal">All jobs</th>
          </tr>
        </thead>
        <tbody>
          {(all.length ? all : here).map(({ kind, count, factor }) => {
            const own = here.find((k) => k.kind === kind);
            return (
              <tr key={kind} className="border-t border-rule">
                <td className="py-1">{kindWords[kind]}</td>
                <td className="text-right">
                  {own ? `${minutesText(own.plannedMin)} → ${minutesText(own.takenMin)}` : '–'}
                </td>
                <td className="text-right">
                  × {factor.toFixed(1)} <span className="text-muted">of {count}</span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {edits.length > 0 ? (
        <Button
          className="mt-2"
          onClick={() => store.getState().commit({ label: 'Times from own jobs', put: edits, remove: [] })}
        >
          Use own times for {edits.length} open {edits.length === 1 ? 'step' : 'steps'}
        </Button>
      ) : (
        <p className="mt-1 text-[12px] text-muted">
          {all.some(isProposed)
            ? 'All open steps have your own times.'
            : `New times are proposed from ${leastSteps} steps of a kind on, where they differ by 15 % or more.`}
        </p>
      )}
    </section>
  );
}
