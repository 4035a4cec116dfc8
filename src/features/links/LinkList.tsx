'use client';

import { colour } from '@/ui/colour';
import { find } from '@/core/job/job';
import { mediumWords } from '@/core/media/mediumWords';
import { StatusMark } from '@/ui/marks';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';

/** Every planned unit with what feeds it: what it allows, and what everyone at once would take. */
export function LinkList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const network = useJob((s) => s.network);
  const units = job.units.filter((u) => u.planned).sort((a, b) => a.letter.localeCompare(b.letter));
  return (
    <section aria-label="Links" className="border-t border-strong">
      <div className="flex items-baseline justify-between px-3.5 py-2">
        <h2 className="text-[13.5px] font-bold">Links</h2>
        <span className="text-[12px] text-muted">Mbps each</span>
      </div>
      {units.length === 0 && (
        <p className="px-3.5 pb-3 text-muted">No unit is planned yet: place one in Plan (3).</p>
      )}
      <ul>
        {units.map((u) => {
          const link = job.links.find((l) => l.unitId === u.id && find(job, 'unit', l.fromUnitId)?.planned);
          const rate = network?.links.find((l) => l.linkId === link?.id)?.downMbps;
          const load = network?.load.links.find((l) => l.linkId === link?.id);
          const unfed = network?.unfed.find((f) => f.unitId === u.id);
          const street = !link && !unfed;
          const { plan } = network?.load ?? {};
          const flow = street ? plan?.downMbps : load?.downMbps;
          const fits = street ? plan?.fits : load?.fits;
          return (
            <li key={u.id} className="border-t border-rule">
              <button
                type="button"
                aria-pressed={u.id === selectedId}
                className={`flex w-full items-center gap-2 px-3.5 py-1.5 text-left hover:bg-paper pointer-coarse:py-3 ${
                  u.id === selectedId ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''
                }`}
                onClick={() => store.getState().set({ selectedId: u.id })}
              >
                <span className="sr-only">{u.letter}: </span>
                <PegIcon letter={u.letter} look={u.found ? 'installed' : 'planned'} />
                {link ? (
                  <LinkIcon link={link} />
                ) : (
                  <svg width={34} height={14} aria-hidden="true" className="shrink-0">
                    {street && <path d="M12 7L24 1V13Z" fill={colour.ink} />}
                  </svg>
                )}
                <span className="min-w-0 flex-1 leading-tight">
                  {unfed ? 'Not fed' : link ? mediumWords[link.medium] : 'Street'}
                  <span
                    className={`flex items-center gap-1 text-[12px] ${unfed || fits === false ? 'text-rust-text' : 'text-muted'}`}
                  >
                    {(unfed !== undefined || fits === false) && <StatusMark mark="short" size={11} />}
                    {unfed
                      ? 'nothing works from here'
                      : flow === undefined
                        ? 'idle'
                        : `load ${rateText(flow)}`}
                  </span>
                </span>
                <b>{street ? rateText(job.info.planDownMbps) : rate === undefined ? '–' : rateText(rate)}</b>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
