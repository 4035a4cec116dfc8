'use client';

import { useMemo } from 'react';
import { find } from '@/core/job/job';
import { testsTogether } from '@/core/proof/together';
import { rateText } from '@/core/network/rateText';
import { useJob } from '@/client/store/JobProvider';
import { StatusMark } from '@/ui/marks';
import { PartHead } from '@/ui/primitives';
import { useTimes } from '@/ui/useTimes';

/** Tests of several phones at the same time: what each got, and whether all needs fitted at once. */
export function TestsTogether() {
  const job = useJob((s) => s.job);
  const { whenText } = useTimes();
  const tests = useMemo(() => testsTogether(job), [job]);
  return (
    <section aria-label="Tests together" data-testid="tests-together">
      <PartHead right="measured at the same time">All at once</PartHead>
      {tests.length === 0 && (
        <p className="py-1 text-muted">
          Several phones can test at the same time, each at its spot: “Test settings”, “Test together” on each
          phone. That shows what is left when everyone is busy.
        </p>
      )}
      {tests.map((t) => (
        <article key={t.id} className="border-b border-rule py-2">
          <p className="flex items-center gap-2">
            <StatusMark mark={t.met === t.spots.length ? 'cured' : 'short'} />
            <b>
              {t.met} of {t.spots.length} needs met at once
            </b>
            <span className="ml-auto text-[12px] text-muted">
              {t.phase}, {whenText(t.takenAt)}
            </span>
          </p>
          <table className="mt-1 w-full text-right text-[12.5px]">
            <thead className="text-muted">
              <tr>
                <th className="text-left font-normal">Spot</th>
                <th className="font-normal">Need</th>
                <th className="font-normal">At once</th>
                <th className="font-normal">Alone</th>
              </tr>
            </thead>
            <tbody>
              {t.spots.map((s) => {
                const spot = find(job, 'spot', s.spotId);
                return (
                  <tr key={s.spotId} className="border-t border-rule">
                    <td className="py-0.5 text-left">
                      {spot?.number} {spot?.name}
                    </td>
                    <td>{rateText(s.needDownMbps)}</td>
                    <td className={s.met ? 'font-bold' : 'font-bold text-rust-text'}>
                      {rateText(s.downMbps)}
                    </td>
                    <td className="text-muted">{s.aloneMbps === null ? '–' : rateText(s.aloneMbps)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="mt-1 text-[12px] text-muted">
            {rateText(t.downMbps)} Mbps down in total, {rateText(t.needDownMbps)} needed.
            {t.spots.length < t.needing &&
              ` ${t.needing - t.spots.length} spots with a need were not part of it.`}
            {t.simulated && ' Simulated readings: not measured.'}
          </p>
        </article>
      ))}
    </section>
  );
}
