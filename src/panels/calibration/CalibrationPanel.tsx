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
    <section aria-label="Calibration from readings">
      <PartHead right={calibration ? `${calibration.used} spots with a signal` : undefined}>
        Calibration from readings
      </PartHead>
      {!calibration && (
        <p className="text-muted">Nothing yet. Runs with a signal in dBm show the true loss of the walls.</p>
      )}
      {calibration && (
        <>
          <TickField
            label="Use calibrated values"
            value={useLearned}
            onChange={(v) =>
              store.getState().commit(
                putOne(v ? 'Predictions use calibrated values' : 'Predictions use library values', {
                  ...job.info,
                  useLearned: v,
                }),
              )
            }
          />
          <p className="py-1 text-[12px] text-muted">
            {useLearned
              ? 'On. Coverage, certainty and plan use the values measured in this house. Switch off to compare.'
              : 'Off. Predictions use library wall values.'}
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
                {calibration.losses.length - mostShown} more, with little change
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
