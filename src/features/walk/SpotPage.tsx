'use client';

import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useStore } from 'zustand';
import { rateText } from '@/core/network/rateText';
import { find } from '@/core/job/job';
import type { Reading } from '@/core/job/records';
import { proveSpot } from '@/core/proof/spotProof';
import { foundWords, verdictWords } from '@/ui/marks';
import { Button } from '@/ui/primitives';
import { needText, sureText } from '@/ui/units';
import { HowPanel, SignalFields } from './HowPanel';
import { OtherTest } from './OtherTest';
import { StandHere } from './StandHere';
import { SpotPhoto } from './SpotPhoto';
import { AboutRun, Refused, SpotRuns } from './SpotRuns';
import { TestButton } from './TestButton';
import { runsAt, runsWanted } from './walkRuns';
import type { WalkStore } from './walkStore';

/** One spot: where to stand, the big button, its runs; and the way to the next one. */
export function SpotPage({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const spotId = useStore(store, (s) => s.spotId);
  const order = useStore(store, (s) => s.order);
  const phase = useStore(store, (s) => s.phase);
  const roundId = useStore(store, (s) => s.roundId);
  const waiting = useStore(store, (s) => s.waiting);
  const predicted = useStore(store, (s) => s.foretold?.spots.find((p) => p.spotId === s.spotId));
  const spot = job && find(job, 'spot', spotId);
  if (!job) return null;
  if (!spot)
    return <p className="p-4 text-muted">This job has no spot yet. Add one in Survey, on the laptop.</p>;
  const runs = (id: string) => runsAt({ job, waiting }, id, { phase, roundId });
  const at = order.indexOf(spot.id);
  const done = order.filter((id) => runs(id).length >= runsWanted).length;
  const near = (step: number) => find(job, 'spot', order[at + step]);
  const [last, next] = [near(-1), near(1)];
  const proof = proveSpot(job, spot);
  return (
    <>
      <section className="px-4 pt-3" aria-label="Spots">
        <p className="flex justify-between">
          <b>
            {done} of {order.length} done
          </b>
          <span className="text-muted">
            {find(job, 'storey', spot.storeyId)?.name}, {at + 1} of {order.length}
          </span>
        </p>
        <Strip store={store} runs={runs} />
      </section>
      <section className="flex items-start gap-3 px-4 pt-3">
        <span className="grid h-[34px] min-w-[34px] place-items-center rounded-[3px] bg-action px-1 text-[18px] font-bold text-panel">
          {spot.number}
        </span>
        <div className="min-w-0 flex-1">
          <h2 className="text-[20px] leading-tight font-bold">
            {find(job, 'room', spot.roomId)?.name}, {spot.name.toLowerCase()}
          </h2>
          <p>
            <b>Needs {needText(proof.need.downMbps, proof.need.upMbps)} Mbps</b>{' '}
            {proof.need.activities.length > 0 && `for ${proof.need.activities.join(' + ')}`}
            {phase !== 'before' && proof.before.runs > 0 && (
              <span className="text-muted">
                {' '}
                · found {proof.before.downMbps ? rateText(proof.before.downMbps) : 'no link'}
              </span>
            )}
          </p>
          {phase !== 'before' && predicted && (
            <p className="text-muted" data-testid="walk-predicted">
              Predicted {needText(predicted.downMbps, predicted.upMbps)} Mbps, {sureText(predicted.certainty)}{' '}
              certain to meet it
            </p>
          )}
        </div>
      </section>
      <div className="px-4 pt-2">
        <StandHere job={job} spot={spot} phase={phase} />
      </div>
      <div className="px-4 pt-3">
        <TestButton store={store} had={runs(spot.id).length} />
        <SpotRuns
          job={job}
          spot={spot}
          runs={runs(spot.id)}
          unsent={new Set(waiting.runs.map((r) => r.id))}
          phase={phase}
        />
        <AboutRun run={runs(spot.id).at(-1)} />
        <SignalFields store={store} />
        <SpotPhoto store={store} spot={spot} />
        <OtherTest key={`${spot.id} ${roundId ?? phase}`} store={store} />
        <Refused store={store} />
        <HowPanel store={store} />
      </div>
      <nav
        aria-label="Walk"
        className="sticky bottom-0 mt-auto flex gap-2 border-t border-ink bg-panel p-2.5"
      >
        <Button
          className="!h-[50px] min-w-[72px] text-[15px]"
          disabled={!last}
          aria-label={last ? `Back to spot ${last.number}` : 'Back'}
          onClick={() => last && store.getState().go(last.id)}
        >
          <ChevronLeft size={18} /> {last?.number}
        </Button>
        <Button
          className="!h-[50px] min-w-0 flex-1 border-action text-[15px] text-action"
          disabled={!next}
          onClick={() => next && store.getState().go(next.id)}
        >
          <span className="truncate">
            {next
              ? `Next: ${next.number} ${find(job, 'room', next.roomId)?.name ?? ''}, ${next.name.toLowerCase()}`
              : 'Last spot'}
          </span>
          <ChevronRight size={18} className="shrink-0" />
        </Button>
      </nav>
    </>
  );
}

/** Every spot as a tile in walking order; its shape says how it stands. */
function Strip({ store, runs }: { store: WalkStore; runs: (id: string) => Reading[] }) {
  const job = useStore(store, (s) => s.job);
  const order = useStore(store, (s) => s.order);
  const spotId = useStore(store, (s) => s.spotId);
  const phase = useStore(store, (s) => s.phase);
  if (!job) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1" data-testid="strip">
      {order.map((id) => {
        const spot = find(job, 'spot', id);
        if (!spot) return null;
        const proof = proveSpot(job, spot);
        const mark = phase !== 'before' ? verdictWords[proof.verdict].mark : foundWords[proof.found].mark;
        const full = runs(id).length >= runsWanted;
        const short = full && mark === 'short';
        const words = !runs(id).length ? 'not tested' : full ? (short ? 'short' : 'tested') : 'begun';
        return (
          <li key={id} className="min-w-[44px] flex-1">
            <button
              type="button"
              aria-label={`Spot ${spot.number}, ${words}`}
              aria-current={id === spotId ? 'step' : undefined}
              onClick={() => store.getState().go(id)}
              className={`h-11 w-full rounded-[3px] border text-[15px] font-bold ${
                short
                  ? 'border-rust bg-[repeating-linear-gradient(-45deg,var(--color-panel)_0_4px,var(--color-rust-band)_4px_6px)] text-rust-text'
                  : full
                    ? 'border-action bg-action text-panel'
                    : runs(id).length
                      ? 'border-action bg-chosen'
                      : 'border-strong bg-panel text-muted'
              } ${id === spotId ? 'outline-2 outline-offset-1 outline-action' : ''}`}
            >
              {spot.number}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
