'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { billOf, costsByUnit } from '@/core/design/bill';
import { find } from '@/core/job/job';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { minutesText } from '@/ui/time';
import { lengthText, moneyText } from '@/ui/units';

const BillDialog = dynamic(() => import('@/panels/plan/BillDialog').then((m) => m.BillDialog), {
  ssr: false,
});

/** What each unit takes with its link, and all of them together. */
export function Materials() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const [open, setOpen] = useState(false);
  const rows = useMemo(() => costsByUnit(job), [job]);
  const bill = useMemo(() => billOf(job), [job]);
  const { lengths, currency } = job.info;
  const head = 'border-b-[1.5px] border-ink py-1 text-right text-[11.5px] font-semibold text-muted';
  const cable = (m: number) => (m > 0 ? lengthText(m, lengths, 0) : '–');
  return (
    <section aria-label="Materials" className="min-w-0">
      <div className="flex items-baseline justify-between gap-2 pb-1">
        <h2 className="text-[13.5px] font-bold">Materials</h2>
        <button type="button" className="font-semibold text-action" onClick={() => setOpen(true)}>
          Bill of materials, labels …
        </button>
      </div>
      <table className="w-full">
        <thead>
          <tr>
            <th scope="col" className={`${head} text-left!`}>
              Unit and link
            </th>
            {['Parts', 'Cable', 'Time', 'Holes'].map((h) => (
              <th key={h} scope="col" className={head}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr
              key={r.unit.id}
              className={`h-[27px] cursor-pointer border-b border-rule hover:bg-paper ${r.unit.id === selectedId ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''}`}
              onClick={() => store.getState().set({ selectedId: r.unit.id })}
            >
              <td className="pl-1.5">
                <span className="flex items-center gap-1.5">
                  <PegIcon letter={r.unit.letter} size={20} look={r.unit.found ? 'installed' : 'planned'} />
                  <span className="truncate">{find(job, 'kit', r.unit.kitId)?.name}</span>
                </span>
              </td>
              <td className="pl-2.5 text-right">{r.partsEur ? moneyText(r.partsEur, currency) : '–'}</td>
              <td className="pl-2.5 text-right whitespace-nowrap">{cable(r.cableM)}</td>
              <td className="pl-2.5 text-right whitespace-nowrap">
                {r.minutes ? minutesText(r.minutes) : '–'}
              </td>
              <td className="pl-2.5 pr-1 text-right">{r.holes}</td>
            </tr>
          ))}
          <tr className="h-[29px] font-bold">
            <td className="pl-1.5">Total</td>
            <td className="pl-2.5 text-right">{moneyText(bill.partsEur, currency)}</td>
            <td className="pl-2.5 text-right whitespace-nowrap">{cable(bill.cableM)}</td>
            <td className="pl-2.5 text-right whitespace-nowrap">{minutesText(bill.minutes)}</td>
            <td className="pr-1 text-right">{bill.holes}</td>
          </tr>
        </tbody>
      </table>
      {open && <BillDialog onClose={() => setOpen(false)} />}
    </section>
  );
}
