'use client';

import { Download } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import type { JobRow } from '@/core/progress/jobSummary';
import type { JobWork } from '@/core/progress/jobWork';
import { inputClass } from '@/ui/primitives';
import { minutesText } from '@/ui/time';
import { amountText, soundRows } from './rows';

const columns = [
  ['quotedEur', 'Quoted'],
  ['acceptedEur', 'Agreed'],
  ['invoicedEur', 'Invoiced'],
  ['paidEur', 'Paid'],
  ['partsEur', 'Parts cost'],
] as const;

/** What was quoted, agreed, invoiced and paid, job by job, net; parts; hours as planned against as taken. */
export function Money({ jobs }: { jobs: readonly JobRow[] }) {
  const rows = soundRows(jobs);
  const currencies = [...new Set(rows.map((r) => r.job.work.money.currency))];
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const asked = new URLSearchParams({ ...(from && { from }), ...(to && { to }) }).toString();
  return (
    <div data-testid="money" className="p-3">
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <h2 className="text-[15px] font-bold">Money and hours, net</h2>
        <span className="ml-auto flex flex-wrap items-center gap-2 text-muted">
          Invoices from
          <input
            type="date"
            aria-label="Invoices from"
            className={inputClass}
            value={from}
            onChange={(e) => setFrom(e.target.value)}
          />
          to
          <input
            type="date"
            aria-label="Invoices to"
            className={inputClass}
            value={to}
            onChange={(e) => setTo(e.target.value)}
          />
          <a
            className="inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong px-3 font-semibold text-ink"
            href={`/api/bookkeeping${asked ? `?${asked}` : ''}`}
            download
          >
            <Download size={15} aria-hidden="true" /> CSV for bookkeeping
          </a>
        </span>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full text-right text-[12.5px]">
          <thead className="text-muted">
            <tr className="border-b-[1.5px] border-ink [&>th]:px-1.5 [&>th]:pb-1 [&>th]:font-semibold">
              <th scope="col" className="text-left">
                Job
              </th>
              {columns.map(([key, text]) => (
                <th key={key} scope="col">
                  {text}
                </th>
              ))}
              <th scope="col">Hours planned</th>
              <th scope="col">Taken, of planned</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ id, job }) => (
              <tr key={id} className="border-b border-rule [&>td]:px-1.5 [&>td]:py-1">
                <td className="text-left">
                  <Link href={`/jobs/${id}/quote`} className="font-semibold hover:underline">
                    {job.name}
                  </Link>
                </td>
                {columns.map(([key]) => (
                  <td key={key}>{sumText(job.work.money, key)}</td>
                ))}
                <td>{minutesText(job.work.money.plannedMin)}</td>
                <td>
                  {job.work.money.doneMin > 0
                    ? `${minutesText(job.work.money.tookMin)} of ${minutesText(job.work.money.doneMin)}`
                    : '–'}
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot>
            {currencies.map((currency) => {
              const own = rows.map((r) => r.job.work.money).filter((m) => m.currency === currency);
              const total = (key: (typeof columns)[number][0]) => own.reduce((sum, m) => sum + m[key], 0);
              return (
                <tr
                  key={currency}
                  className="border-t-[1.5px] border-ink font-bold [&>td]:px-1.5 [&>td]:py-1"
                >
                  <td className="text-left">All in {currency}</td>
                  {columns.map(([key]) => (
                    <td key={key}>{total(key) > 0 ? amountText(total(key), currency) : '–'}</td>
                  ))}
                  <td>{minutesText(own.reduce((sum, m) => sum + m.plannedMin, 0))}</td>
                  <td />
                </tr>
              );
            })}
          </tfoot>
        </table>
      </div>
      <p className="mt-2 text-[12px] text-muted">
        Agreed counts accepted quotes with their changes. Taken counts the steps that were done with the clock
        running.
      </p>
    </div>
  );
}

const sumText = (money: JobWork['money'], key: (typeof columns)[number][0]): string =>
  money[key] > 0 ? amountText(money[key], money.currency) : '–';
