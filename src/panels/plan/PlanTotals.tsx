'use client';

import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { billOf } from '@/core/design/bill';
import { StatusMark } from '@/ui/marks';
import { useJob } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { minutesText } from '@/ui/time';
import { lengthText, moneyText } from '@/ui/units';

const BillDialog = dynamic(() => import('./BillDialog').then((m) => m.BillDialog), { ssr: false });

/** What a channel is asked for, and what neighbours take of it. */
const busyOf = (c: { airtime: number; busyShare: number }) => c.airtime + c.busyShare;

/** Parts, time, and whether everyone at once still fits. */
export function PlanTotals() {
  const job = useJob((s) => s.job);
  const load = useJob((s) => s.network?.load);
  const scenario = useJob((s) => s.network?.scenario);
  const [open, setOpen] = useState(false);
  const bill = useMemo(() => billOf(job), [job]);
  const busiest = load?.channels.reduce((a, b) => (busyOf(b) > busyOf(a) ? b : a), {
    airtime: 0,
    busyShare: 0,
    words: '',
    unitIds: [] as string[],
    fits: true,
  });
  const letters = busiest?.unitIds.map((id) => job.units.find((u) => u.id === id)?.letter).join(', ');
  const rows = [
    ['Parts', moneyText(bill.partsEur, job.info.currency)],
    ['Hands-on time', minutesText(bill.minutes)],
    ['Cable', bill.cableM ? lengthText(bill.cableM, job.info.lengths, 0) : 'none'],
  ];
  return (
    <section aria-label="Totals" className="mt-auto border-t border-ink px-3.5 py-2.5">
      <dl>
        {rows.map(([label, value]) => (
          <div key={label} className="flex justify-between py-0.5">
            <dt className="text-muted">{label}</dt>
            <dd className="font-bold">{value}</dd>
          </div>
        ))}
      </dl>
      <button
        type="button"
        className="w-full py-1 text-left font-semibold text-action hover:bg-paper pointer-coarse:py-3"
        onClick={() => setOpen(true)}
      >
        Bill of materials, labels …
      </button>
      {open && <BillDialog onClose={() => setOpen(false)} />}
      {load && scenario === 'planned' && (
        <p className={`mt-1.5 flex gap-1.5 text-[12px] ${load.fits ? 'text-muted' : 'text-rust-text'}`}>
          <StatusMark mark={load.fits ? 'met' : 'short'} size={13} />
          <span>
            All needs at once: {load.fits ? 'fits' : 'not enough capacity'}
            {busiest &&
              busiest.airtime > 0 &&
              `, busiest channel ${busyOf(busiest) > 1 ? `needs ${busyOf(busiest).toFixed(1)} times its airtime` : `${Math.round(busyOf(busiest) * 100)} %`} (${letters}, ${busiest.words})`}
            {!load.plan.fits &&
              `, asks ${rateText(load.plan.downMbps)} / ${rateText(load.plan.upMbps)} of the internet line`}
          </span>
        </p>
      )}
    </section>
  );
}
