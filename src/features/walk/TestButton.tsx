import { rateText } from '@/core/network/rateText';
import { mostMegabytes } from '@/core/speedtest/dataUse';
import { Button } from '@/ui/primitives';
import { useStore } from 'zustand';
import { fullTest } from './speedTest';
import { farEndOf, runsWanted } from './walkRuns';
import type { WalkStore } from './walkStore';

const stepWords = { waiting: 'Waiting', latency: 'Latency', down: 'Down', up: 'Up' } as const;

/** The big button; while it runs it says what is measured, and stops. */
export function TestButton({ store, had }: { store: WalkStore; had: number }) {
  const testing = useStore(store, (s) => s.testing);
  const simulated = useStore(store, (s) => s.simulated);
  const together = useStore(store, (s) => s.together);
  const brokenOffIn = useStore(store, (s) => s.brokenOffIn);
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
            ? testing.missing > 0
              ? `Waiting for ${testing.missing} more ${testing.missing === 1 ? 'phone' : 'phones'}`
              : `Waiting: ${testing.ahead} before`
            : `${stepWords[testing.step]}${testing.mbps === null ? ' …' : ` ${rateText(testing.mbps)} Mbps`}`}
        </span>
        <span className="block text-[13px] font-semibold">
          run {testing.run} of {testing.of} · press to stop
        </span>
      </button>
    );
  const left = together > 1 ? 1 : Math.max(1, runsWanted - had);
  return (
    <>
      <button
        type="button"
        className={`${big} border-action bg-action text-panel disabled:opacity-45`}
        disabled={link === 'closed'}
        onClick={() => void store.getState().test()}
      >
        {together > 1 ? 'Ready: test together' : had >= runsWanted ? 'Test again' : 'Test here'}
        <span className="ml-3 border-l border-panel/60 pl-3 text-[15px] font-semibold">
          {had >= runsWanted ? `run ${had + 1}` : left === 1 ? '1 run' : `${left} runs`}
        </span>
      </button>
      {brokenOffIn ? (
        <div role="alert" className="mt-2 border-2 border-ink bg-panel p-3">
          <p className="font-bold">The test stopped at “{stepWords[brokenOffIn]}”. There was no answer.</p>
          <p className="text-muted">
            {link === 'online' && !simulated
              ? 'The laptop answers again. It may have been busy. Try again before you record this.'
              : 'If the phone has no network here, record that. Otherwise try again.'}
          </p>
          <div className="mt-2 flex gap-2">
            <Button className="!h-[50px] flex-1" onClick={() => store.getState().note({ connected: false })}>
              Record “could not connect”
            </Button>
            <Button
              className="!h-[50px]"
              look="quiet"
              onClick={() => store.getState().set({ brokenOffIn: null })}
            >
              Cancel
            </Button>
          </div>
        </div>
      ) : (
        <Button className="mt-2 !h-[50px] w-full" onClick={() => store.getState().note({ connected: false })}>
          Could not connect here
        </Button>
      )}
      <DataUse store={store} runs={had >= runsWanted ? 1 : left} />
      {simulated && (
        <p className="mt-1 text-[12px] text-muted">
          Simulated radio: the test is real, but limited to the rate in a fictional house.
        </p>
      )}
    </>
  );
}

/** How much data the next runs move over the line of the house: none where they stay inside. */
function DataUse({ store, runs }: { store: WalkStore; runs: number }) {
  const state = useStore(store);
  if (!state.job || farEndOf(state) === null) return null;
  const { planDownMbps, planUpMbps } = state.job.info;
  const rates = { downMbps: planDownMbps, upMbps: planUpMbps };
  const most = mostMegabytes(rates, fullTest.flowMs, state.dataCapMB);
  return (
    <p className="mt-1 text-[12px] text-muted" data-testid="data-use">
      Over the internet: at most {Math.round(most)} MB a run
      {runs > 1 && `, ${Math.round(most * runs)} MB for ${runs}`}. “Test settings” can cap it.
    </p>
  );
}
