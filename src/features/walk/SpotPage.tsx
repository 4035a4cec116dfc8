'use client';

import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useStore } from 'zustand';
import { rateText } from '@/core/network/rateText';
import { find, type Job } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { proveSpot } from '@/core/proof/spotProof';
import { StatusMark, verdictWords, foundWords } from '@/ui/marks';
import { Button } from '@/ui/primitives';
import { needText } from '@/ui/units';
import { HowPanel, SignalFields } from './HowPanel';
import { OtherTest } from './OtherTest';
import { remarkWords, shortRemarks } from '@/core/proof/remarkWords';
import { StandHere } from './StandHere';
import { runsAt, runsWanted, type WalkStore } from './walkStore';

/** One spot: where to stand, the big button, its runs; and the way to the next one. */
export function SpotPage({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const spotId = useStore(store, (s) => s.spotId);
  const order = useStore(store, (s) => s.order);
  const phase = useStore(store, (s) => s.phase);
  const waiting = useStore(store, (s) => s.waiting);
  const spot = job && find(job, 'spot', spotId);
  if (!job) return null;
  if (!spot)
    return <p className="p-4 text-muted">This job has no spot yet. Put one down in Survey, on the laptop.</p>;
  const runs = (id: string) => runsAt({ job, waiting }, id, phase);
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
            {phase === 'after' && proof.before.runs > 0 && (
              <span className="text-muted">
                {' '}
                · found {proof.before.downMbps ? rateText(proof.before.downMbps) : 'no link'}
              </span>
            )}
          </p>
        </div>
      </section>
      <div className="px-4 pt-2">
        <StandHere job={job} spot={spot} phase={phase} />
      </div>
      <div className="px-4 pt-3">
        <TestButton store={store} had={runs(spot.id).length} />
        <Runs
          job={job}
          spot={spot}
          runs={runs(spot.id)}
          unsent={new Set(waiting.runs.map((r) => r.id))}
          phase={phase}
        />
        <AboutRun run={runs(spot.id).at(-1)} />
        <SignalFields store={store} />
        <OtherTest key={`${spot.id} ${phase}`} store={store} />
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
              : 'The last spot'}
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
        const mark = phase === 'after' ? verdictWords[proof.verdict].mark : foundWords[proof.found].mark;
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
                  ? 'border-rust bg-[repeating-linear-gradient(-45deg,#fffdf8_0_4px,#e9c4b3_4px_6px)] text-rust-text'
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

const stepWords = { waiting: 'Waiting', latency: 'Delay', down: 'Down', up: 'Up' } as const;

/** The big button; while it runs it says what is measured, and stops. */
function TestButton({ store, had }: { store: WalkStore; had: number }) {
  const testing = useStore(store, (s) => s.testing);
  const simulated = useStore(store, (s) => s.simulated);
  const brokenOff = useStore(store, (s) => s.brokenOff);
  const link = useStore(store, (s) => s.link);
  const big = 'h-[76px] w-full rounded-(--radius) border text-[22px] font-bold';
  if (testing)
    return (
      <button
        type="button"
        className={`${big} border-action bg-panel text-action`}
        onClick={() => store.getState().stop()}
        aria-label={`Stop. Run ${testing.run} of ${testing.of}, ${stepWords[testing.step]}`}
      >
        <span aria-live="polite">
          {testing.step === 'waiting' && testing.ahead > 0
            ? `Waiting: ${testing.ahead} before`
            : `${stepWords[testing.step]}${testing.mbps === null ? ' …' : ` ${rateText(testing.mbps)} Mbps`}`}
        </span>
        <span className="block text-[13px] font-semibold">
          run {testing.run} of {testing.of} · press to stop
        </span>
      </button>
    );
  const left = Math.max(1, runsWanted - had);
  return (
    <>
      <button
        type="button"
        className={`${big} border-action bg-action text-panel disabled:opacity-45`}
        disabled={link === 'closed'}
        onClick={() => void store.getState().test()}
      >
        {had >= runsWanted ? 'Test again' : 'Test here'}
        <span className="ml-3 border-l border-panel/60 pl-3 text-[15px] font-semibold">
          {had >= runsWanted ? `run ${had + 1}` : left === 1 ? '1 run' : `${left} runs`}
        </span>
      </button>
      {brokenOff ? (
        <div role="alert" className="mt-2 border-2 border-ink bg-panel p-3">
          <p className="font-bold">The test broke off: no answer any more.</p>
          <p className="text-muted">
            If the phone has no network here, that is the result. Otherwise try again.
          </p>
          <div className="mt-2 flex gap-2">
            <Button className="!h-[50px] flex-1" onClick={() => store.getState().note({ connected: false })}>
              Note “could not connect”
            </Button>
            <Button
              className="!h-[50px]"
              look="quiet"
              onClick={() => store.getState().set({ brokenOff: false })}
            >
              Leave it
            </Button>
          </div>
        </div>
      ) : (
        <Button className="mt-2 !h-[50px] w-full" onClick={() => store.getState().note({ connected: false })}>
          Could not connect here
        </Button>
      )}
      {simulated && (
        <p className="mt-1 text-[12px] text-muted">
          Simulated radio: the test is real, but held to what a made-up house lets through.
        </p>
      )}
    </>
  );
}

function Runs({
  job,
  spot,
  runs,
  unsent,
  phase,
}: {
  job: Job;
  spot: Spot;
  runs: Reading[];
  unsent: Set<string>;
  phase: Reading['phase'];
}) {
  const { need } = proveSpot(job, spot);
  if (runs.length === 0)
    return <p className="py-3 text-muted">No run {phase} yet. Five runs that all meet the need prove it.</p>;
  const meets = (r: Reading) =>
    r.connected &&
    (r.downMbps ?? 0) >= need.downMbps &&
    (r.upMbps ?? Infinity) >= need.upMbps &&
    (r.latencyMs ?? 0) <= need.latencyMs;
  return (
    <table className="mt-3 w-full border-collapse text-right" data-testid="walk-runs">
      <thead className="text-[12px] text-muted">
        <tr className="border-b-[1.5px] border-ink [&>th]:pb-1 [&>th]:font-semibold">
          <th scope="col" className="text-left">
            Run
          </th>
          <th scope="col">Down, Mbps</th>
          <th scope="col">Up</th>
          <th scope="col">Delay</th>
          <th scope="col" className="pl-4 text-left">
            Need
          </th>
        </tr>
      </thead>
      <tbody>
        {runs.map((r, i) => (
          <tr key={r.id} className="h-9 border-b border-rule text-[15px]">
            <td className="text-left whitespace-nowrap">
              {i + 1}
              <span className="ml-1 text-[11.5px] text-muted">
                {[r.measures === 'street' && 'street', unsent.has(r.id) && 'not sent', ...shortRemarks(r)]
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </td>
            {r.connected ? (
              <>
                <td className="font-bold">{rateText(r.downMbps ?? 0)}</td>
                <td>{r.upMbps === null ? '–' : rateText(r.upMbps)}</td>
                <td className="whitespace-nowrap">
                  {r.latencyMs === null ? '–' : `${rateText(r.latencyMs)} ms`}
                </td>
              </>
            ) : (
              <td colSpan={3} className="text-rust-text">
                could not connect
              </td>
            )}
            <td className="pl-4 text-left">
              <span className={`flex items-center gap-1.5 ${meets(r) ? '' : 'text-rust-text'}`}>
                <StatusMark mark={meets(r) ? 'cured' : 'short'} /> {meets(r) ? 'Met' : 'Short'}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the newest run tells beyond its rates: delays under load, silences, what made it say less. */
function AboutRun({ run }: { run: Reading | undefined }) {
  if (!run?.connected) return null;
  const under = [
    run.loadedMs !== null && `${rateText(run.loadedMs)} ms while data flows down`,
    run.loadedUpMs !== null && `${rateText(run.loadedUpMs)} ms while data flows up`,
  ].filter(Boolean);
  const remarks = remarkWords(run);
  if (under.length + remarks.length === 0) return null;
  return (
    <div className="py-1.5 text-[13px]" data-testid="about-run">
      {under.length > 0 && <p className="text-muted">Last run, delay: {under.join(', ')}.</p>}
      {remarks.map((words) => (
        <p key={words} className="font-semibold text-rust-text">
          {words}
        </p>
      ))}
    </div>
  );
}

/** Runs that the job did not take, with why; they stay here until dropped. */
function Refused({ store }: { store: WalkStore }) {
  const refused = useStore(store, (s) => s.waiting.refused);
  if (refused.length === 0) return null;
  return (
    <section className="mt-3 border border-rust p-3" aria-label="Not taken">
      <h3 className="font-bold text-rust-text">Not taken into the job</h3>
      <ul>
        {refused.map(({ run, message }) => (
          <li key={run.id} className="flex items-center gap-2 border-t border-rule py-1">
            <span className="min-w-0 flex-1">
              {run.connected ? `${rateText(run.downMbps ?? 0)} Mbps` : 'could not connect'}: {message}
            </span>
            <Button look="quiet" onClick={() => store.getState().sendAgain(run.id)}>
              Send again
            </Button>
            <Button look="quiet" onClick={() => store.getState().dropRefused(run.id)}>
              Drop
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
