'use client';

import { Download, Trash2 } from 'lucide-react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import type { Invoice } from '@/core/job/records';
import { invoiceSums, makeInvoice, openLines } from '@/core/papers/invoice';
import { exactMoney } from '@/core/papers/moneyWords';
import { lacksForUbl } from '@/core/papers/ublLacks';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { StatusMark } from '@/ui/marks';
import { Button, Field, IconButton, inputClass, PartHead, TextInput } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { dayText } from '@/ui/time';

const link = 'inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong px-3 font-semibold';

/** Invoices of what was agreed: number, days, PDF, and an open format for bookkeeping. */
export function InvoiceList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const open = openLines(job);
  const make = () => {
    const invoice = makeInvoice(job, freshId(job, 'invoice'), dayText(new Date()));
    if (invoice) store.getState().commit(putOne(`Make the invoice ${invoice.number}`, invoice));
  };
  if (job.invoices.length === 0 && open.length === 0) return null;
  return (
    <section aria-label="Invoices" className="mt-6" data-testid="invoices">
      <PartHead right={job.invoices.length ? String(job.invoices.length) : undefined}>Invoices</PartHead>
      {open.length > 0 && (
        <Button className="mt-2" onClick={make}>
          Make an invoice of {open.length} {open.length === 1 ? 'line' : 'lines'} agreed
        </Button>
      )}
      <div className="mt-2 grid grid-cols-[repeat(auto-fit,minmax(300px,1fr))] gap-4">
        {[...job.invoices].reverse().map((i) => (
          <InvoiceCard key={i.id} invoice={i} />
        ))}
      </div>
    </section>
  );
}

function InvoiceCard({ invoice }: { invoice: Invoice }) {
  const store = useJobStore();
  const jobId = useJob((s) => s.job.info.id);
  const size = useJob((s) => (s.job.info.countryGroup === 'north-america' ? '&size=LETTER' : ''));
  const sums = invoiceSums(invoice);
  const lacks = lacksForUbl(invoice);
  const save = (part: Partial<Invoice>, label: string) =>
    store.getState().commit(putOne(`${label}, invoice ${invoice.number}`, { ...invoice, ...part }));
  return (
    <article className="border border-strong bg-panel p-4">
      <h3 className="flex items-center gap-2 font-bold">
        <StatusMark mark={invoice.paidOn ? 'cured' : 'begun'} /> Invoice {invoice.number}
        <span className="ml-auto text-[17px]">{exactMoney(sums.totalEur, invoice.currency)}</span>
      </h3>
      <p className="text-[12px] text-muted">
        {invoice.lines.length} lines, {exactMoney(sums.netEur, invoice.currency)} net
      </p>
      <Field label="Number">
        {(id) => (
          <TextInput
            id={id}
            className="w-32"
            value={invoice.number}
            read={(text) => {
              if (!text.trim()) throw new Error('A number is needed.');
              save({ number: text.trim().slice(0, 40) }, 'Number');
            }}
          />
        )}
      </Field>
      {(
        [
          ['issuedOn', 'Issued on'],
          ['dueOn', 'Due on'],
          ['paidOn', 'Paid on'],
        ] as const
      ).map(([key, label]) => (
        <Field key={key} label={label}>
          {(id) => (
            <input
              id={id}
              type="date"
              className={`${inputClass} w-[140px]`}
              value={invoice[key] ?? ''}
              onChange={(e) =>
                (e.target.value || key !== 'issuedOn') && save({ [key]: e.target.value || null }, label)
              }
            />
          )}
        </Field>
      ))}
      <div className="mt-2 flex flex-wrap gap-2">
        <a className={link} href={`/api/jobs/${jobId}/papers/invoice?invoice=${invoice.id}${size}`} download>
          <Download size={15} aria-hidden="true" /> PDF
        </a>
        {lacks.length === 0 ? (
          <a className={link} href={`/api/jobs/${jobId}/invoices/${invoice.id}`} download>
            <Download size={15} aria-hidden="true" /> XML (UBL 2.1)
          </a>
        ) : (
          <Button onClick={() => sayError(`The XML can’t be written yet. ${lacks.join(' ')}`)}>
            XML (UBL 2.1) …
          </Button>
        )}
        <IconButton
          label={`Remove the invoice ${invoice.number}`}
          onClick={() =>
            store
              .getState()
              .commit({ label: `Remove the invoice ${invoice.number}`, put: [], remove: [invoice.id] })
          }
        >
          <Trash2 size={15} />
        </IconButton>
      </div>
    </article>
  );
}
