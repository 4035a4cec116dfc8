'use client';

import { Download, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import type { Quote } from '@/core/job/records';
import { exactMoney } from '@/core/papers/moneyWords';
import { quoteSheetOf, sumsOf } from '@/core/papers/quoteSheet';
import { hashOfQuote } from '@/core/papers/signed';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { StatusMark } from '@/ui/marks';
import { Button, IconButton, inputClass, PartHead } from '@/ui/primitives';
import { minutesText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';
import { SignDialog } from '@/panels/business/SignDialog';
import { newQuote } from './newQuote';
import { ProposalQuotes } from './ProposalQuotes';
import { usePredictions } from './usePredictions';

const stateWords: Record<Quote['state'], string> = {
  draft: 'draft',
  offered: 'offered',
  accepted: 'accepted',
  declined: 'declined',
};

/** Quotes of the job, side by side where there are several; what was accepted stays as it is. */
export function QuoteList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { predictions, error } = usePredictions(job);
  const accepted = job.quotes.some((q) => q.state === 'accepted');
  const make = () => {
    if (!predictions) return;
    const alike = job.quotes.filter((q) => q.kind === (accepted ? 'change' : 'quote')).length;
    const quote = newQuote(
      job,
      freshId(job, 'quote'),
      `${accepted ? 'Change' : 'Quote'} ${alike + 1}`,
      quoteSheetOf(job, predictions),
    );
    store.getState().commit(putOne(`Make ${quote.name}`, quote));
  };
  return (
    <section aria-label="Quotes">
      <PartHead right={job.quotes.length ? String(job.quotes.length) : undefined}>Quotes</PartHead>
      <p className="py-1.5 text-muted">
        A quote holds the plan as it is now: parts, work, what each room gets and how sure. Later changes of
        the plan do not change it.
      </p>
      {error && (
        <p role="alert" className="text-rust-text">
          The predictions could not be worked out: {error}
        </p>
      )}
      <Button look="action" disabled={!predictions} onClick={make}>
        {!predictions && !error
          ? 'Working out …'
          : accepted
            ? 'Make a change order'
            : 'Make a quote of the plan'}
      </Button>
      <ProposalQuotes />
      <div className="mt-3 grid grid-cols-[repeat(auto-fit,minmax(218px,1fr))] gap-4">
        {[...job.quotes].reverse().map((q) => (
          <QuoteCard key={q.id} quote={q} />
        ))}
      </div>
    </section>
  );
}

function QuoteCard({ quote }: { quote: Quote }) {
  const store = useJobStore();
  const jobId = useJob((s) => s.job.info.id);
  const size = useJob((s) => (s.job.info.countryGroup === 'north-america' ? '&size=LETTER' : ''));
  const { dateShort } = useTimes();
  const [signing, setSigning] = useState(false);
  const { sheet, options, signature } = quote;
  const money = (eur: number) => exactMoney(eur, sheet.currency);
  const sums = sumsOf(sheet, options);
  const open = quote.state === 'draft' || quote.state === 'offered';
  const save = (part: Partial<Quote>, label: string) =>
    store
      .getState()
      .commit(putOne(`${label}: ${quote.name}`, makeRecord({ ...quote, ...part, type: 'quote' })));
  const intact = signature ? hashOfQuote(quote) === signature.hash : true;
  return (
    <article className="border border-strong bg-panel p-4" data-testid="quote">
      <h2 className="flex items-center gap-2 text-[17px] font-bold">
        <StatusMark
          mark={quote.state === 'accepted' ? 'cured' : quote.state === 'declined' ? 'short' : 'begun'}
        />
        {quote.name}
        <span className="ml-auto text-[13px] font-normal text-muted">{stateWords[quote.state]}</span>
      </h2>
      <p className="text-[12px] text-muted">
        {dateShort(quote.madeOn)}
        {quote.validUntil && `, holds until ${dateShort(quote.validUntil)}`}
      </p>
      <p className="mt-2 text-[24px] font-bold" data-testid="quote-total">
        {money(sums.totalEur)}
      </p>
      <table className="w-full text-[12.5px]">
        <tbody>
          {[
            ['Parts', money(sheet.partsEur)],
            [`Work, ${minutesText(sheet.workMin)}`, money(sheet.workEur)],
            ...(sheet.travelEur ? [['Travel', money(sheet.travelEur)]] : []),
            ['Net', money(sums.netEur)],
            [`${sheet.taxName}, ${sheet.taxPct} %`, money(sums.taxEur)],
          ].map(([what, sum]) => (
            <tr key={what} className="border-t border-rule">
              <td className="py-0.5">{what}</td>
              <td className="text-right">{sum}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Options quote={quote} open={open} save={save} money={money} />
      <h3 className="mt-3 font-bold">What each room gets</h3>
      <ul className="text-[12.5px]">
        {sheet.rooms.map((r) => (
          <li key={r.room} className="border-t border-rule py-0.5">
            <b>{r.room}</b> {r.promise}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-[12.5px]">
        {sheet.drilled.length ? `Drilled: ${sheet.drilled.join(' ')}` : 'Nothing is drilled.'}
      </p>
      {sheet.visible.length > 0 && <p className="text-[12.5px]">In sight: {sheet.visible.join(' ')}</p>}
      {signature && (
        <div className="mt-3 border-t border-strong pt-2">
          {signature.path && (
            <svg
              viewBox="0 0 400 140"
              className="h-16 border-b border-ink"
              role="img"
              aria-label={`Signature of ${signature.name}`}
            >
              <path d={signature.path} fill="none" stroke="currentColor" strokeWidth={3} />
            </svg>
          )}
          <p className="text-[12.5px]">
            {signature.path ? 'Signed' : 'Agreed'} by <b>{signature.name}</b>,{' '}
            {dateShort(signature.at.slice(0, 10))}
          </p>
          <p className={`text-[12px] ${intact ? 'text-muted' : 'font-bold text-rust-text'}`}>
            {intact
              ? 'Matches the fingerprint kept with the signature.'
              : 'Does not match the fingerprint kept with the signature: changed afterwards.'}
          </p>
        </div>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {open && (
          <>
            {quote.state === 'draft' && (
              <Button onClick={() => save({ state: 'offered' }, 'Offered')}>Offered</Button>
            )}
            <Button look="action" onClick={() => setSigning(true)}>
              Accept …
            </Button>
            <Button look="quiet" onClick={() => save({ state: 'declined' }, 'Declined')}>
              Declined
            </Button>
          </>
        )}
        <a
          className="inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong px-3 font-semibold"
          href={`/api/jobs/${jobId}/papers/quote?quote=${quote.id}${size}`}
          download
        >
          <Download size={15} /> PDF
        </a>
        {open && (
          <IconButton
            label={`Remove ${quote.name}`}
            onClick={() =>
              store.getState().commit({ label: `Remove ${quote.name}`, put: [], remove: [quote.id] })
            }
          >
            <Trash2 size={15} />
          </IconButton>
        )}
      </div>
      {signing && (
        <SignDialog
          title={`Agree to ${quote.name}`}
          words={`Total ${money(sums.totalEur)}. With the signature the quote is closed: later changes are change orders.`}
          verb="Accept"
          hash={hashOfQuote(quote)}
          onClose={() => setSigning(false)}
          onSign={(made) => {
            setSigning(false);
            save({ state: 'accepted', signature: made }, 'Accepted');
          }}
        />
      )}
    </article>
  );
}

/** What may be added; ticked while the quote is open. */
function Options({
  quote,
  open,
  save,
  money,
}: {
  quote: Quote;
  open: boolean;
  save: (part: Partial<Quote>, label: string) => void;
  money: (eur: number) => string;
}) {
  const [text, setText] = useState('');
  const [eur, setEur] = useState('');
  const price = Number(eur.replace(',', '.'));
  const isPrice = eur.trim() !== '' && price >= 0 && price <= 1_000_000;
  const { options } = quote;
  if (options.length === 0 && !open) return null;
  return (
    <div className="mt-2">
      <h3 className="font-bold">Options</h3>
      <ul>
        {options.map((o) => (
          <li key={o.id}>
            <label className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                className="h-4 w-4 accent-(--color-action)"
                checked={o.ticked}
                disabled={!open}
                onChange={(e) =>
                  save(
                    { options: options.map((p) => (p.id === o.id ? { ...p, ticked: e.target.checked } : p)) },
                    'Option',
                  )
                }
              />
              <span className="flex-1">{o.text}</span>
              {money(o.eur)}
            </label>
          </li>
        ))}
      </ul>
      {open && options.length < 40 && (
        <form
          className="mt-1 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (!text.trim() || !isPrice) return;
            const id = `option-${options.length + 1}-${Date.now().toString(36)}`;
            save({ options: [...options, { id, text: text.trim(), eur: price, ticked: false }] }, 'Option');
            setText('');
            setEur('');
          }}
        >
          <input
            className={`${inputClass} min-w-0 flex-1`}
            aria-label="New option"
            placeholder="Wall plate in the study"
            maxLength={200}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <input
            className={`${inputClass} w-20 text-right`}
            aria-label="Its price, net"
            inputMode="decimal"
            value={eur}
            onChange={(e) => setEur(e.target.value)}
          />
          <Button type="submit" disabled={!text.trim() || !isPrice}>
            Add
          </Button>
        </form>
      )}
    </div>
  );
}
