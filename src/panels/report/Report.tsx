'use client';

import { useEffect, useState } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { storeysInOrder } from '@/client/actions';
import { messageOf } from '@/client/store/api';
import { useJob, useProofs } from '@/client/store/JobProvider';
import { useLive } from '@/ui/useLive';
import { startCompute } from '@/workers/client';
import { PlaceTable } from './PlaceTable';
import { ReportHead } from './ReportHead';
import { ReportUnits } from './ReportUnits';
import { type Pair, PlanKey, StoreyPair } from './StoreyPair';

/** Coverage before and after for the storeys of the report. */
function usePairs(job: Job, storeyIds: Id[]): { pairs: Map<Id, Pair>; error: string; done: boolean } {
  const [state, setState] = useState<{ pairs: Map<Id, Pair>; error: string; done: boolean }>({
    pairs: new Map(),
    error: '',
    done: false,
  });
  const key = storeyIds.join();
  useEffect(() => {
    const { api, stop } = startCompute();
    let live = true;
    void (async () => {
      try {
        await api.setJob([...job.byId.values()]);
        const pairs = new Map<Id, Pair>();
        for (const storeyId of key ? key.split(',') : []) {
          const ask = (scenario: 'found' | 'planned') =>
            api.field({
              storeyId,
              scenario,
              layer: 'headroom',
              band: '5',
              moved: null,
              shortBefore: false,
              quality: 'fine',
              network: false,
            });
          pairs.set(storeyId, { before: (await ask('found')).rooms, after: (await ask('planned')).rooms });
        }
        if (live) setState({ pairs, error: '', done: true });
      } catch (error) {
        if (live) setState({ pairs: new Map(), error: messageOf(error), done: true });
      }
    })();
    return () => {
      live = false;
      stop();
    };
  }, [job, key]);
  return state;
}

/** The page for the householder: what was, what is, and how we know. Made for A4 and for the screen. */
export function Report() {
  useLive();
  const job = useJob((s) => s.job);
  const proofs = useProofs();
  const bad = new Set(
    proofs
      .filter((p) => p.found === 'dead' || p.found === 'short')
      .map((p) => find(job, 'spot', p.spotId)?.storeyId),
  );
  const storeyIds = storeysInOrder(job).filter((id) => bad.has(id));
  const { pairs, error, done } = usePairs(job, storeyIds);
  const house = proofs.filter((p) => p.after.runs > 0 && p.kind === 'house').length;
  const simulated = job.readings.some((r) => r.source === 'simulated');
  return (
    <article
      data-paper
      className="report mx-auto max-w-[900px] bg-panel px-[76px] py-12 text-[14px] print:max-w-none print:bg-white print:p-0"
      data-testid="report"
      data-ready={done}
    >
      <ReportHead job={job} proofs={proofs} simulated={simulated} />
      {error && (
        <p role="alert" className="mt-4 text-rust-text">
          The plans could not be drawn: {error}
        </p>
      )}
      {!done && <p className="mt-4 text-muted">Drawing the plans …</p>}
      {storeyIds.map((id) => {
        const pair = pairs.get(id);
        return pair && <StoreyPair key={id} job={job} storeyId={id} pair={pair} proofs={proofs} />;
      })}
      {pairs.size > 0 && <PlanKey />}

      <PlaceTable job={job} proofs={proofs} />
      <ReportUnits />
      <footer className="mt-10 border-t border-strong pt-3 text-[12.5px]">
        <p>
          {job.info.demo && <b>Demonstration data. </b>}
          {simulated ? 'Readings are simulated. ' : ''}
          {house > 0 &&
            `At ${house} ${house === 1 ? 'place' : 'places'} the home network only was measured, not the internet. `}
          A place is proven when so many good tests are unlikely by chance (at most 1 in 20).
        </p>
      </footer>
    </article>
  );
}
