'use client';

import { useMemo } from 'react';
import { ordersOf, pickList, type PickLine } from '@/core/design/pickList';
import { writeBillCsv, writeLabelsCsv, writeOrdersCsv } from '@/core/formats/billCsv';
import { billOf, labelsOf } from '@/core/design/bill';
import { DialogFrame } from '@/ui/DialogFrame';
import { saveText } from '@/client/saveText';
import { Button, PartHead } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';

/** Parts, cable and time of the plan, line by line, and the labels for both ends of each link. */
export function BillDialog({ onClose }: { onClose: () => void }) {
  const job = useJob((s) => s.job);
  const bill = useMemo(() => billOf(job), [job]);
  const labels = useMemo(() => labelsOf(job), [job]);
  const list = useMemo(() => pickList(job), [job]);
  const { lengths, currency } = job.info;
  const head = 'border-b-[1.5px] border-ink py-1 text-[11.5px] font-semibold text-muted';
  return (
    <DialogFrame
      title="Bill of materials and labour"
      wide
      onClose={onClose}
      footer={
        <>
          <Button onClick={() => saveText(`${job.info.id}-bill.csv`, writeBillCsv(bill), 'text/csv')}>
            Bill of materials, CSV
          </Button>
          <Button
            disabled={labels.length === 0}
            onClick={() => saveText(`${job.info.id}-labels.csv`, writeLabelsCsv(labels), 'text/csv')}
          >
            Labels, CSV
          </Button>
          <Button
            disabled={ordersOf(list).length === 0}
            onClick={() => saveText(`${job.info.id}-orders.csv`, writeOrdersCsv(ordersOf(list)), 'text/csv')}
          >
            Orders, CSV
          </Button>
          <Button look="action" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      <PartHead right={`prices in ${currency}, planning values`}>Parts and time</PartHead>
      <table className="w-full">
        <thead>
          <tr>
            {['Item', 'Count', 'Length', 'Each', 'Total', 'Minutes', 'For'].map((h, i) => (
              <th
                key={h}
                scope="col"
                className={`${head} ${i === 0 || i === 6 ? 'text-left' : 'text-right'} px-1`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {bill.lines.map((l) => (
            <tr key={l.item} className="h-[25.5px] border-b border-rule">
              <td className="px-1">{l.item}</td>
              <td className="px-1 text-right">{l.count}</td>
              <td className="px-1 text-right">{l.metres === null ? '' : lengthText(l.metres, lengths, 0)}</td>
              <td className="px-1 text-right">
                {l.eachEur.toFixed(2)}
                {l.perMetre ? ' a metre' : ''}
              </td>
              <td className="px-1 text-right font-semibold">{l.sumEur.toFixed(2)}</td>
              <td className="px-1 text-right">{Math.round(l.minutes)}</td>
              <td className="px-1">{l.forUnits.join(', ')}</td>
            </tr>
          ))}
          <tr className="h-8 border-t-[1.5px] border-ink font-bold">
            <td className="px-1">Total</td>
            <td />
            <td className="px-1 text-right">{lengthText(bill.cableM, lengths, 0)}</td>
            <td />
            <td className="px-1 text-right">{bill.partsEur.toFixed(2)}</td>
            <td className="px-1 text-right">{Math.round(bill.minutes)}</td>
            <td />
          </tr>
        </tbody>
      </table>
      {bill.lines.length === 0 && (
        <p className="py-2 text-muted">Nothing to buy. The plan uses existing units only.</p>
      )}
      <PickTable list={list} />
      <PartHead right={`${labels.length}`}>Labels</PartHead>
      {labels.length === 0 ? (
        <p className="text-muted">The plan has no cable and no pair of adapters.</p>
      ) : (
        <ul className="grid grid-cols-2 gap-2 max-[600px]:grid-cols-1">
          {labels.map((l) => (
            <li key={l.text} className="flex items-center gap-3">
              <span className="border border-ink px-2 py-0.5 font-bold whitespace-nowrap">{l.text}</span>
              <span className="truncate text-muted">{l.at}</span>
            </li>
          ))}
        </ul>
      )}
    </DialogFrame>
  );
}

/** What is taken from the van and what is ordered from whom. Stock and suppliers are noted with the products, in the catalogue. */
function PickTable({ list }: { list: readonly PickLine[] }) {
  const head = 'border-b-[1.5px] border-ink py-1 text-[11.5px] font-semibold text-muted';
  if (list.length === 0) return null;
  const amount = (n: number, unit: PickLine['unit']) => (n === 0 ? '–' : unit === 'm' ? `${n} m` : String(n));
  return (
    <>
      <PartHead right="stock and suppliers: in the catalogue">Pick list</PartHead>
      <table className="w-full" data-testid="pick-list">
        <thead>
          <tr>
            {['Item', 'Need', 'From the van', 'Order', 'Supplier'].map((h, i) => (
              <th
                key={h}
                scope="col"
                className={`${head} ${i === 0 || i === 4 ? 'text-left' : 'text-right'} px-1`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {list.map((l) => (
            <tr key={l.item} className="h-[25.5px] border-b border-rule">
              <td className="px-1">{l.item}</td>
              <td className="px-1 text-right">{amount(l.need, l.unit)}</td>
              <td className="px-1 text-right">{amount(l.fromVan, l.unit)}</td>
              <td className="px-1 text-right font-semibold">{amount(l.order, l.unit)}</td>
              <td className="px-1">{l.supplier || <span className="text-muted">not noted</span>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
