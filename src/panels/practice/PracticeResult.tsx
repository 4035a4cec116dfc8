'use client';

import { useState } from 'react';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { PracticeScore } from '@/core/practice/score';
import { StatusMark } from '@/ui/marks';
import { Button } from '@/ui/primitives';
import { practiceResult } from './practiceResult';

/** Of a practice job: what it was worth, and what would have been better. Nothing in a real job. */
export function PracticeResult() {
  const store = useJobStore();
  const isPractice = useJob((s) => s.job.info.practice !== null);
  const [state, setState] = useState<PracticeScore | 'working' | { problem: string } | null>(null);
  if (!isPractice) return null;
  const show = async () => {
    setState('working');
    try {
      await store.getState().settled();
      setState(await practiceResult(store.getState().job));
    } catch (error) {
      setState({ problem: messageOf(error) });
    }
  };
  return (
    <section aria-label="Practice result" className="border-b border-ink bg-panel px-6 py-4 print:hidden">
      <div className="mx-auto max-w-[210mm]">
        <h2 className="text-[17px] font-bold">Practice result</h2>
        {state === null && (
          <p className="py-1 text-muted">
            The result compares your plan with the true house. It also shows what the survey did not have:
            finish first.
          </p>
        )}
        {state === 'working' && (
          <p role="status" className="py-1 text-muted">
            Testing the true house and looking for a better plan …
          </p>
        )}
        {state && typeof state === 'object' && 'problem' in state && (
          <p role="alert" className="py-1 text-rust-text">
            {state.problem}
          </p>
        )}
        {state && typeof state === 'object' && 'lines' in state && <Score score={state} />}
        <Button look="action" className="mt-1" disabled={state === 'working'} onClick={() => void show()}>
          {state && typeof state === 'object' && 'lines' in state ? 'Calculate again' : 'Show the result'}
        </Button>
      </div>
    </section>
  );
}

function Score({ score: { lines, points, of, mistakes } }: { score: PracticeScore }) {
  return (
    <>
      <table className="my-2 w-full" data-testid="practice-score">
        <thead>
          <tr className="border-b-[1.5px] border-ink text-left text-[11.5px] text-muted">
            <th scope="col" className="py-1 pr-2 font-semibold">
              Part
            </th>
            <th scope="col" className="px-2 font-semibold">
              Result, and what would have been better
            </th>
            <th scope="col" className="pl-2 text-right font-semibold">
              Points
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.id} className="border-b border-rule align-top">
              <th scope="row" className="py-1.5 pr-2 text-left font-semibold">
                <span className="flex items-center gap-1.5">
                  <StatusMark
                    mark={l.points === l.of ? 'cured' : l.points * 2 >= l.of ? 'thin' : 'short'}
                    size={13}
                  />
                  {l.name}
                </span>
              </th>
              <td className="px-2 py-1.5">
                {l.why}
                {l.better && <span className="block text-muted">{l.better}</span>}
              </td>
              <td className="py-1.5 pl-2 text-right whitespace-nowrap">
                <b>{l.points}</b> of {l.of}
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row" className="py-1.5 text-left">
              Total
            </th>
            <td />
            <td className="py-1.5 text-right whitespace-nowrap">
              <b className="text-[16px]">{points}</b> of {of}
            </td>
          </tr>
        </tfoot>
      </table>
      {mistakes.length > 0 && (
        <>
          <h3 className="font-bold">Mistakes in this job</h3>
          <ul className="list-disc pb-2 pl-5">
            {mistakes.map((m) => (
              <li key={m}>{m}</li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
