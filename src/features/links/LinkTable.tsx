'use client';

import { Explain } from '@/ui/Explain';
import { find } from '@/core/job/job';
import type { Prediction } from '@/core/network/predict';
import { mediumWords } from '@/core/media/mediumWords';
import { linkRows } from './linkRows';
import { rateText } from '@/core/network/rateText';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { PartHead } from '@/ui/primitives';
import { sureText } from '@/ui/units';

const lowest = (list: readonly Prediction[]) =>
  list.reduce<Prediction | null>((low, p) => (low && low.certainty <= p.certainty ? low : p), null);

/** All links side by side: what each can carry, what all needs at once take, and the weakest spot that its unit serves. */
export function LinkTable() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const network = useJob((s) => s.network);
  const planned = useJob((s) => s.planned);
  const rows = linkRows(job, network);
  if (rows.length === 0) return null;
  return (
    <section aria-label="All links" className="px-4 pb-4">
      <PartHead right="Mbps down">All links</PartHead>
      <table className="w-full" data-testid="link-table">
        <thead>
          <tr className="border-b border-ink text-right text-[11.5px] text-muted">
            {['Unit', 'Link'].map((h) => (
              <th key={h} scope="col" className="py-1 pr-2 text-left font-semibold">
                {h}
              </th>
            ))}
            {(
              [
                ['carries', 'Carries'],
                ['inUse', 'In use'],
                ['lowestSpot', 'Lowest spot'],
              ] as const
            ).map(([of, h]) => (
              <th key={of} scope="col" className="py-1 pl-2 font-semibold">
                <Explain of={of}>{h}</Explain>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ unit: u, link, hasUplink, carriesMbps, inUseMbps, fits }) => {
            const from = find(job, 'unit', link?.fromUnitId);
            const weakest = lowest((planned ?? []).filter((p) => p.unitId === u.id));
            const spot = find(job, 'spot', weakest?.spotId);
            return (
              <tr key={u.id} className="border-b border-rule text-right align-middle">
                <td className="py-1 text-left">
                  <button
                    type="button"
                    aria-label={`Unit ${u.letter}`}
                    className="flex min-h-7 items-center pointer-coarse:min-h-11"
                    onClick={() => store.getState().set({ selectedId: u.id })}
                  >
                    <PegIcon letter={u.letter} look={u.found ? 'installed' : 'planned'} />
                  </button>
                </td>
                <td className="pl-1 text-left leading-tight">
                  {!hasUplink ? (
                    <span className="text-rust-text">No uplink</span>
                  ) : link ? (
                    `${mediumWords[link.medium]} from ${from?.letter ?? '?'}`
                  ) : (
                    'Incoming line'
                  )}
                </td>
                <td className="pl-2 font-bold">{carriesMbps === null ? '–' : rateText(carriesMbps)}</td>
                <td className={`pl-2 ${fits ? '' : 'text-rust-text'}`}>
                  {inUseMbps === null ? '–' : rateText(inUseMbps)}
                </td>
                <td className="pl-2 leading-tight">
                  {spot && weakest ? (
                    <>
                      {spot.number} · {sureText(weakest.certainty)}
                    </>
                  ) : (
                    'none'
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
