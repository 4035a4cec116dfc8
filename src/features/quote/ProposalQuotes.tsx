'use client';

import { useEffect, useState } from 'react';
import { putOne, applyEdit } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { jobFromRecords } from '@/core/job/job';
import type { Quote } from '@/core/job/records';
import { editOf, standsAs } from '@/core/optimise/editOf';
import type { Proposal } from '@/core/optimise/proposal';
import { proposalWords } from '@/core/optimise/proposalWords';
import { quoteSheetOf } from '@/core/papers/quoteSheet';
import { keptProposals, type KeptProposals } from '@/client/keptProposals';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { moneyText } from '@/ui/units';
import { newQuote } from './newQuote';
import { predictionsOf } from './usePredictions';

/** So many quotes stand beside one another. */
const most = 3;

/** Up to three of the proposals worked out in Plan, each as a quote of its own; nothing where there are none. */
export function ProposalQuotes() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [kept, setKept] = useState<KeptProposals | null>(null);
  const [ticked, setTicked] = useState<readonly Proposal['kind'][]>([]);
  const [busy, setBusy] = useState(false);
  const jobId = job.info.id;
  useEffect(() => {
    let live = true;
    void keptProposals(jobId).then((had) => live && setKept(had));
    return () => {
      live = false;
    };
  }, [jobId]);
  const list = (kept?.proposals ?? []).filter((p) => !p.early);
  if (!kept || list.length === 0) return null;
  const isStale = !standsAs(jobFromRecords(kept.records), job);
  const make = async () => {
    setBusy(true);
    try {
      const quotes: Quote[] = [];
      for (const p of list.filter((one) => ticked.includes(one.kind))) {
        const now = store.getState().job;
        const { job: planned } = applyEdit(now, editOf(now, p.options, 'x', p.main?.edit).edit);
        const sheet = quoteSheetOf(planned, await predictionsOf(planned));
        const id = freshId(now, `quote-${quotes.length + 1}`);
        quotes.push(newQuote(now, id, `${proposalWords[p.kind]}`, sheet));
      }
      if (store.getState().commit(putOne(`Make ${quotes.length} quotes of proposals`, ...quotes)))
        setTicked([]);
    } catch (error) {
      sayError(`The quotes could not be made. ${messageOf(error)}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <fieldset className="mt-3 border-t border-rule pt-2" data-testid="proposal-quotes">
      <legend className="pr-2 font-bold">Proposals side by side</legend>
      {isStale ? (
        <p className="text-muted">
          The proposals of this job were worked out for another survey. Work them out again in Plan.
        </p>
      ) : (
        <>
          <p className="text-muted">
            Up to {most} of them become quotes of their own, to choose from. Once one is agreed, apply its
            proposal in Plan.
          </p>
          <ul className="mt-1">
            {list.map((p) => (
              <li key={p.kind}>
                <label className="flex items-center gap-2 border-b border-rule py-1">
                  <input
                    type="checkbox"
                    className="h-4 w-4 accent-(--color-action)"
                    checked={ticked.includes(p.kind)}
                    disabled={busy || (!ticked.includes(p.kind) && ticked.length >= most)}
                    onChange={(e) =>
                      setTicked(e.target.checked ? [...ticked, p.kind] : ticked.filter((k) => k !== p.kind))
                    }
                  />
                  <span className="flex-1">{proposalWords[p.kind]}</span>
                  <span className="text-muted">
                    {p.met} of {p.spots} needs, parts {moneyText(p.partsEur, job.info.currency)}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          <Button className="mt-2" disabled={busy || ticked.length === 0} onClick={() => void make()}>
            {busy
              ? 'Working out …'
              : `Make ${ticked.length || ''} ${ticked.length === 1 ? 'quote' : 'quotes'}`}
          </Button>
        </>
      )}
    </fieldset>
  );
}
