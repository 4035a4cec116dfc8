'use client';

import { colour } from '@/ui/colour';
import { useMemo, useRef } from 'react';
import { find } from '@/core/job/job';
import type { Id, Reading } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import { goTo } from '@/client/actions';
import { markText, StatusMark, verdictWords } from '@/ui/marks';
import { useWidth } from '@/ui/useWidth';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { needText } from '@/ui/units';
import { rateAxis } from './rateAxis';
import { RowChart } from './RowChart';

/** Of a spot without a run. */
const none: readonly Reading[] = [];

/** One row a spot on a logarithmic axis: as found hollow, after filled, the need as a tick, every run as a dot. */
export function ProveChart({ proofs }: { proofs: readonly SpotProof[] }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const ref = useRef<HTMLDivElement>(null);
  const width = useWidth(ref) || 380;
  const most = Math.max(
    job.info.planDownMbps,
    ...job.readings.map((r) => r.downMbps ?? 0),
    ...proofs.map((p) => p.need.downMbps),
  );
  const axis = useMemo(() => rateAxis(most), [most]);
  const x = (mbps: number) => axis.x(mbps, width);
  const bySpot = useMemo(() => {
    const lists = new Map<Id, Reading[]>();
    for (const r of job.readings.filter((one) => one.togetherId === null))
      lists.set(r.spotId, [...(lists.get(r.spotId) ?? []), r]);
    return lists;
  }, [job.readings]);
  return (
    <div className="shell-sheet flex min-h-0 flex-1 flex-col overflow-auto border-t border-rule">
      <div className="prove-row sticky top-0 z-10 h-7 items-end border-b-[1.5px] border-ink bg-panel px-4 text-[11.5px] font-semibold text-muted">
        <span>Spot and need, Mbps</span>
        <div ref={ref} className="min-w-0">
          <svg width={width} height={18} className="block" aria-hidden="true">
            <text x={x(0)} y={12} fontSize={11.5} textAnchor="middle" fill={colour.muted}>
              no link
            </text>
            {axis.ticks.map((t) => (
              <text
                key={t}
                x={x(t)}
                y={12}
                fontSize={11.5}
                textAnchor="middle"
                fill={t === job.info.planDownMbps ? colour.ink : colour.muted}
                fontWeight={t === job.info.planDownMbps ? 700 : 400}
              >
                {t}
              </text>
            ))}
          </svg>
        </div>
        <span>Verdict, bottleneck</span>
      </div>
      <ul data-testid="prove-chart">
        {proofs.map((proof) => {
          const spot = find(job, 'spot', proof.spotId);
          if (!spot) return null;
          const { mark, words } = verdictWords[proof.verdict];
          const chosen = spot.id === selectedId;
          return (
            <li
              key={spot.id}
              className={`border-b border-rule ${chosen ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''}`}
            >
              <button
                type="button"
                data-spot={spot.number}
                aria-pressed={chosen}
                className="prove-row w-full items-center px-4 text-left hover:bg-paper/60"
                onClick={() => goTo(store, spot.id)}
              >
                <span className="flex min-w-0 items-center gap-2.5">
                  <span
                    className={`grid h-6 w-6 shrink-0 place-items-center rounded-[2px] border-[1.3px] border-ink font-bold ${chosen ? 'border-action bg-action text-panel' : ''}`}
                  >
                    {spot.number}
                  </span>
                  <span className="min-w-0 flex-1">
                    <span className="flex justify-between gap-2 font-bold">
                      <span className="truncate">{spot.name}</span>
                      <span className="whitespace-nowrap">
                        {needText(proof.need.downMbps, proof.need.upMbps)}
                      </span>
                    </span>
                    <span className="block truncate text-[12px] text-muted">
                      {find(job, 'room', spot.roomId)?.name} ·{' '}
                      {proof.need.activities.join(' + ') || 'no need'}
                    </span>
                  </span>
                </span>
                <RowChart
                  proof={proof}
                  readings={bySpot.get(spot.id) ?? none}
                  axis={axis}
                  plan={job.info.planDownMbps}
                  width={width}
                />
                <span className="flex min-w-0 items-start gap-2">
                  <span className="pt-0.5">
                    <StatusMark mark={mark} />
                  </span>
                  <span className={`min-w-0 font-bold ${markText[mark]}`}>
                    {words}
                    {proof.after.runs > 0 && mark === 'short' && proof.measure !== 'down' && (
                      <span className="block text-[12px] font-normal text-muted">
                        {proof.measure === 'up' ? 'upload' : 'delay'}
                      </span>
                    )}
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {proofs.length === 0 && <p className="p-4 text-muted">Nothing to show here.</p>}
    </div>
  );
}
