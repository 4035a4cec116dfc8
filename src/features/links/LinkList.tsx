'use client';

import { colour } from '@/ui/colour';
import { mediumWords } from '@/core/media/mediumWords';
import { StatusMark } from '@/ui/marks';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { linkRows } from './linkRows';
import { rateText } from '@/core/network/rateText';

/** Every planned unit with its link: what it carries, and what all needs at once take of it. */
export function LinkList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const network = useJob((s) => s.network);
  const rows = linkRows(job, network);
  return (
    <section aria-label="Links" className="border-t border-strong">
      <div className="flex items-baseline justify-between px-3.5 py-2">
        <h2 className="text-[13.5px] font-bold">Links</h2>
        <span className="text-[12px] text-muted">Mbps each</span>
      </div>
      {rows.length === 0 && (
        <p className="px-3.5 pb-3 text-muted">No unit is planned yet. Place one in Plan (3).</p>
      )}
      <ul>
        {rows.map(({ unit: u, link, hasUplink, carriesMbps, inUseMbps, fits }) => {
          const isShort = !hasUplink || !fits;
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
                    {hasUplink && <path d="M12 7L24 1V13Z" fill={colour.ink} />}
                  </svg>
                )}
                <span className="min-w-0 flex-1 leading-tight">
                  {!hasUplink ? 'No uplink' : link ? mediumWords[link.medium] : 'Internet'}
                  <span
                    className={`flex items-center gap-1 text-[12px] ${isShort ? 'text-rust-text' : 'text-muted'}`}
                  >
                    {isShort && <StatusMark mark="short" size={11} />}
                    {!hasUplink
                      ? 'no connection'
                      : inUseMbps === null
                        ? 'idle'
                        : `load ${rateText(inUseMbps)}`}
                  </span>
                </span>
                <b>{carriesMbps === null ? '–' : rateText(carriesMbps)}</b>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
