'use client';

import { useRef } from 'react';
import { find } from '@/core/job/job';
import type { Reading } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import { goTo } from '@/ui/shell/actions';
import { MarkShape, markText, StatusMark, verdictWords } from '@/ui/marks';
import { useWidth } from '@/ui/useWidth';
import { useJob, useJobStore } from '@/ui/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { needText } from '@/ui/units';

const noLinkX = 22;
const axisX = 58;
const leastMbps = 0.5;
const ticks = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000];
const rowPx = 52;

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
  const x = (mbps: number) =>
    mbps <= 0
      ? noLinkX
      : axisX +
        (Math.log(Math.max(leastMbps, mbps) / leastMbps) / Math.log((most * 1.15) / leastMbps)) *
          (width - axisX - 48);
  const shown = ticks.filter((t) => t <= most);
  return (
    <div className="shell-sheet flex min-h-0 flex-1 flex-col overflow-auto border-t border-rule">
      <div className="prove-row sticky top-0 z-10 h-7 items-end border-b-[1.5px] border-ink bg-panel px-4 text-[11.5px] font-semibold text-muted">
        <span>Spot and need, Mbps</span>
        <div ref={ref} className="min-w-0">
          <svg width={width} height={18} className="block" aria-hidden="true">
            <text x={noLinkX} y={12} fontSize={11.5} textAnchor="middle" fill="#566070">
              no link
            </text>
            {shown.map((t) => (
              <text
                key={t}
                x={x(t)}
                y={12}
                fontSize={11.5}
                textAnchor="middle"
                fill={t === job.info.planDownMbps ? '#1f2a37' : '#566070'}
                fontWeight={t === job.info.planDownMbps ? 700 : 400}
              >
                {t}
              </text>
            ))}
          </svg>
        </div>
        <span>Verdict, limited by</span>
      </div>
      <ul data-testid="prove-chart">
        {proofs.map((proof) => {
          const spot = find(job, 'spot', proof.spotId);
          if (!spot) return null;
          const { mark, words } = verdictWords[proof.verdict];
          const chosen = spot.id === selectedId;
          const readings = job.readings.filter((r) => r.spotId === spot.id);
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
                  readings={readings}
                  x={x}
                  width={width}
                  plan={job.info.planDownMbps}
                  ticks={shown}
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

function RowChart({
  proof,
  readings,
  x,
  width,
  plan,
  ticks: shown,
}: {
  proof: SpotProof;
  readings: readonly Reading[];
  x: (mbps: number) => number;
  width: number;
  plan: number;
  ticks: number[];
}) {
  const y = 21;
  const [before, after] = [proof.before.downMbps, proof.after.runs ? (proof.after.downMbps ?? 0) : null];
  const short = after !== null && after < proof.need.downMbps;
  const hatched = short && after > 0;
  const limited = proof.verdict === 'test-limited';
  const swarm = (phase: 'before' | 'after') => {
    const used = new Map<number, number>();
    return readings
      .filter((r) => r.phase === phase)
      .map((r) => {
        const cx = Math.round(x(r.connected ? (r.downMbps ?? 0) : 0) / 5) * 5;
        const level = used.get(cx) ?? 0;
        used.set(cx, level + 1);
        return (
          <circle
            key={r.id}
            cx={cx}
            cy={35 + level * 4.6}
            r={1.9}
            fill={phase === 'after' ? '#1d4f7a' : '#fffdf8'}
            stroke={phase === 'after' ? '#1d4f7a' : '#1f2a37'}
            strokeWidth={0.8}
          />
        );
      });
  };
  const figure = (v: number) => (v === 0 ? 'no link' : rateText(v));
  const same = before !== null && after !== null && Math.abs(x(before) - x(after)) < 16;
  const afterText =
    after === 0
      ? 'no link'
      : short && !limited
        ? `${figure(after)} of ${rateText(proof.need.downMbps)}`
        : limited
          ? `${figure(after ?? 0)} or more`
          : figure(after ?? 0);
  const left = after !== null && before !== null && x(after) < x(before);
  return (
    <svg
      width={width}
      height={rowPx}
      className="block"
      role="img"
      aria-label={`As found ${before === null ? 'not tested' : figure(before)}, after ${after === null ? 'not tested' : afterText}, need ${rateText(proof.need.downMbps)} Mbps`}
    >
      {shown.map((t) => (
        <path key={t} d={`M${x(t)} 0V${rowPx}`} stroke="#eae4d6" strokeWidth={1} />
      ))}
      <path d={`M${x(plan)} 0V${rowPx}`} stroke="#1f2a37" strokeDasharray="1 3" />
      {before !== null && after !== null && (
        <path d={`M${x(before)} ${y}H${x(after)}`} stroke="#1d4f7a" strokeWidth={2.6} />
      )}
      {hatched && !limited && (
        <path
          d={Array.from(
            { length: Math.max(1, Math.floor((x(proof.need.downMbps) - x(after)) / 4)) },
            (_, i) => `M${x(after) + i * 4} ${y + 7}l5 -14`,
          ).join('')}
          stroke="#b4532a"
          strokeWidth={1.2}
        />
      )}
      {limited && after !== null && (
        <path
          d={`M${x(after)} ${y}H${x(after) + 60}m-5 -4l6 4l-6 4`}
          fill="none"
          stroke="#b9801a"
          strokeWidth={2}
          strokeDasharray="5 3"
        />
      )}
      <path d={`M${x(proof.need.downMbps)} ${y - 10}V${y + 10}`} stroke="#1f2a37" strokeWidth={2.2} />
      {before !== null &&
        (before === 0 ? (
          <path d={`M${noLinkX - 5} ${y - 5}l10 10m0 -10l-10 10`} stroke="#1f2a37" strokeWidth={1.8} />
        ) : (
          <circle cx={x(before)} cy={y} r={same ? 9 : 5} fill="#fffdf8" stroke="#1f2a37" strokeWidth={1.7} />
        ))}
      {after !== null &&
        (limited ? (
          <g transform={`translate(${x(after) - 7} ${y - 7})`}>
            <MarkShape mark="thin" />
          </g>
        ) : (
          <circle cx={x(after)} cy={y} r={5.2} fill="#1d4f7a" />
        ))}
      {swarm('before')}
      {swarm('after')}
      {before !== null && before > 0 && (
        <text
          x={x(before) + (left ? 13 : -13)}
          y={y + 4.5}
          fontSize={13}
          textAnchor={left ? 'start' : 'end'}
          className="halo"
        >
          {figure(before)}
        </text>
      )}
      {after !== null && (
        <text
          x={x(after) + (left ? -13 : 13)}
          y={y + 4.5}
          fontSize={13}
          fontWeight={700}
          textAnchor={left ? 'end' : 'start'}
          fill={limited ? '#7a520a' : short ? '#9a4321' : '#1d4f7a'}
          className="halo"
          transform={
            !left && x(after) + 13 + afterText.length * 7 > width
              ? `translate(${width - (x(after) + 13 + afterText.length * 7)} 0)`
              : undefined
          }
        >
          {afterText}
        </text>
      )}
    </svg>
  );
}
