'use client';

import { Tip } from '@/ui/primitives';
import { isPlaceable } from '@/core/design/placeable';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { moneyText } from '@/ui/units';
import dynamic from 'next/dynamic';

/** With what reads its files: fetched when it is opened. */
const Catalogue = dynamic(() => import('./Catalogue').then((m) => m.Catalogue), { ssr: false });

/** The product that can be placed: choose one, then click on the sheet. */
export function ProductShelf() {
  const store = useJobStore();
  const products = useJob((s) => s.job.kits);
  const currency = useJob((s) => s.job.info.currency);
  const open = useJob((s) => s.catalogueOpen);
  const setOpen = (catalogueOpen: boolean) => store.getState().set({ catalogueOpen });
  const kitId = useJob((s) => (s.tool === 'unit' ? s.kitId : null));
  return (
    <section aria-label="Units to place" className="border-t border-strong">
      <h2 className="flex justify-between px-3.5 py-2 text-[13.5px] font-bold">
        Place a unit{' '}
        <kbd className="rounded-[2px] border border-strong px-1 text-[11.5px] font-normal">U</kbd>
      </h2>
      <ul className="max-h-[max(116px,calc(100vh-672px))] overflow-auto pointer-coarse:max-h-none">
        {products
          .filter((k) => k.kind !== 'router' && isPlaceable(k))
          .sort((a, b) => Number(b.preferred) - Number(a.preferred))
          .map((k) => (
            <li key={k.id} className="border-t border-rule">
              <Tip text={k.note}>
                <button
                  type="button"
                  aria-pressed={kitId === k.id}
                  className={`flex w-full items-center justify-between gap-2 px-3.5 py-[5px] text-left hover:bg-paper pointer-coarse:py-3 ${
                    kitId === k.id ? 'bg-chosen font-semibold shadow-[inset_3px_0_0_var(--color-action)]' : ''
                  }`}
                  onClick={() =>
                    store
                      .getState()
                      .set(kitId === k.id ? { tool: 'select', kitId: null } : { tool: 'unit', kitId: k.id })
                  }
                >
                  <span className="min-w-0 leading-tight">{k.name}</span>
                  <span className="text-muted">{moneyText(k.priceEur, currency)}</span>
                </button>
              </Tip>
            </li>
          ))}
      </ul>
      <button
        type="button"
        className="w-full border-t border-rule px-3.5 py-1.5 text-left font-semibold text-action hover:bg-paper pointer-coarse:py-3"
        onClick={() => setOpen(true)}
      >
        Catalogue …
      </button>
      {open && <Catalogue onClose={() => setOpen(false)} />}
    </section>
  );
}
