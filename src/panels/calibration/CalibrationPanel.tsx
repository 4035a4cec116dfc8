'use client';

import { putOne } from '@/core/job/edits';
import { lossWords, otherWords } from '@/core/calibration/words';
import { PartHead } from '@/ui/primitives';
import { TickField } from '@/ui/WordChoice';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useAnswer } from '@/client/store/useAnswer';
import type { ComputeApi } from '@/workers/protocol';
import type { Remote } from 'comlink';

const ask = (api: Remote<ComputeApi>) => api.calibration();

/** Losses shown before the rest is asked for. */
const mostShown = 6;

/** What the readings teach about this house, in sentences, and whether predictions follow it: never silently. */
export function CalibrationPanel() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const calibration = useAnswer(ask);
  const { useLearned } = job.info;
  const others = calibration ? otherWords(job, calibration) : [];
  const line = 'border-b border-rule py-1';
  return (
    <section aria-label="What the readings teach">
      <PartHead right={calibration ? `${calibration.used} spots with a signal` : undefined}>
        What the readings teach
      </PartHead>
      {!calibration && (
        <p className="text-muted">
          Nothing yet: runs with a signal in dBm tell what the walls of this house really cost.
        </p>
      )}
      {calibration && (
        <>
          <TickField
            label="Predictions follow it"
            value={useLearned}
            onChange={(v) =>
              store.getState().commit(
                putOne(v ? 'Predictions follow the readings' : 'Predictions as the library has it', {
                  ...job.info,
                  useLearned: v,
                }),
              )
            }
          />
          <p className="py-1 text-[12px] text-muted">
            {useLearned
              ? 'Coverage, certainty and plan are those of this house as read. Switch it off to compare.'
              : 'Not used now: predictions are as the library has the walls. Nothing changes by itself.'}
          </p>
          <ul className="text-[12px]">
            {calibration.losses.slice(0, mostShown).map((l) => (
              <li key={l.id} className={line}>
                {lossWords(l)}.
              </li>
            ))}
            {others.map((words) => (
              <li key={words} className={line}>
                {words}.
              </li>
            ))}
          </ul>
          {calibration.losses.length > mostShown && (
            <details>
              <summary className="cursor-pointer py-1 text-[12px] font-semibold text-action">
                {calibration.losses.length - mostShown} more, of which little was learnt
              </summary>
              <ul className="text-[12px]">
                {calibration.losses.slice(mostShown).map((l) => (
                  <li key={l.id} className={line}>
                    {lossWords(l)}.
                  </li>
                ))}
              </ul>
            </details>
          )}
        </>
      )}
    </section>
  );
}
