'use client';

import { Tip } from '@/ui/primitives';
import { Trash2 } from 'lucide-react';
import { find, type Job } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';
import { rateText } from '@/core/network/rateText';
import { onWords } from '@/core/proof/onWords';
import { remarkWords, shortRemarks } from '@/core/proof/remarkWords';
import { builtOrFound, isOfRound, type RoundOf } from '@/core/proof/rounds';

/** How a run was taken, in one line. */
const aboutRun = (job: Job, r: Reading): string =>
  [
    find(job, 'device', r.deviceId)?.name,
    onWords(job, r),
    r.heightM !== null && `${lengthText(r.heightM, job.info.lengths)} up`,
    r.server && `against ${r.server}`,
    r.loadedMs !== null && `${rateText(r.loadedMs)} ms while data flows down`,
    r.loadedUpMs !== null && `${rateText(r.loadedUpMs)} ms while data flows up`,
    r.jitterMs !== null && `jitter ${rateText(r.jitterMs)} ms`,
    r.lossPct !== null && `${rateText(r.lossPct)} % lost`,
    ...remarkWords(r),
    r.linkMbps !== null && `link ${rateText(r.linkMbps)} Mbps`,
  ]
    .filter(Boolean)
    .join(', ');

const figure = (v: number | null) => (v === null ? '–' : rateText(v));

/** Every run at a spot in one phase with its median and the need. */
export function RunTable({
  spot,
  round,
  proof,
  removable,
}: {
  spot: Spot;
  round: RoundOf;
  /** A later round is judged as the runs after. */
  proof: SpotProof;
  removable: boolean;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const runs = job.readings
    .filter((r) => r.spotId === spot.id && isOfRound(r, round))
    .sort((a, b) => a.run - b.run);
  const medians = proof[builtOrFound(round.phase)];
  const mixed = runs.some((r) => r.measures !== runs[0]?.measures);
  if (runs.length === 0) return <p className="py-2 text-muted">No run yet.</p>;
  return (
    <table className="w-full border-collapse text-right">
      <thead className="text-[11.5px] text-muted">
        <tr className="border-b-[1.5px] border-ink [&>th]:font-semibold">
          <th className="text-left" scope="col">
            Run
          </th>
          <th scope="col">down</th>
          <th scope="col">up</th>
          <th scope="col">ms</th>
          <th scope="col">dBm</th>
          {removable && <th aria-label="Remove" />}
        </tr>
      </thead>
      <tbody>
        {runs.map((r) => (
          <tr key={r.id} className="h-[25.5px] border-b border-rule">
            <td className="text-left whitespace-nowrap">
              <Tip text={aboutRun(job, r)}>
                <span>
                  {r.run}
                  <span className="ml-1 text-[11.5px] text-muted">
                    {[
                      r.measures === 'house' && 'house',
                      r.source === 'simulated' && 'simulated',
                      ...shortRemarks(r),
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </span>
                </span>
              </Tip>
            </td>
            {r.connected ? (
              <>
                <td
                  className={r.downMbps !== null && r.downMbps < proof.need.downMbps ? 'text-rust-text' : ''}
                >
                  {figure(r.downMbps)}
                </td>
                <td className={r.upMbps !== null && r.upMbps < proof.need.upMbps ? 'text-rust-text' : ''}>
                  {figure(r.upMbps)}
                </td>
                <td
                  className={
                    r.latencyMs !== null && r.latencyMs > proof.need.latencyMs ? 'text-rust-text' : ''
                  }
                >
                  {figure(r.latencyMs)}
                </td>
                <td className="text-muted">{r.rssiDbm === null ? '–' : `−${Math.abs(r.rssiDbm)}`}</td>
              </>
            ) : (
              <td colSpan={4} className="text-rust-text">
                could not connect
              </td>
            )}
            {removable && (
              <td className="w-7">
                <button
                  type="button"
                  aria-label={`Remove run ${r.run}`}
                  className="p-1 text-muted hover:text-ink"
                  onClick={() =>
                    store
                      .getState()
                      .commit({ label: `Remove run ${r.run}, spot ${spot.number}`, put: [], remove: [r.id] })
                  }
                >
                  <Trash2 size={14} />
                </button>
              </td>
            )}
          </tr>
        ))}
        <tr className="h-7 border-t-[1.5px] border-ink font-bold">
          <td className="text-left whitespace-nowrap">
            Median
            {mixed && <span className="ml-1 text-[11.5px] font-normal text-muted">of {proof.kind}</span>}
          </td>
          <td>{medians.downMbps === 0 ? 'no link' : figure(medians.downMbps)}</td>
          <td>{figure(medians.upMbps)}</td>
          <td>{figure(medians.latencyMs)}</td>
          <td />
          {removable && <td />}
        </tr>
        <tr className="text-muted">
          <td className="text-left">Need</td>
          <td>{rateText(proof.need.downMbps)}</td>
          <td>{rateText(proof.need.upMbps)}</td>
          <td>{proof.need.latencyMs < 5000 ? proof.need.latencyMs : '–'}</td>
          <td />
          {removable && <td />}
        </tr>
      </tbody>
    </table>
  );
}
