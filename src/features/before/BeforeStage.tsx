'use client';

import { find } from '@/core/job/job';
import { foundWords, markText, StatusMark } from '@/ui/marks';
import { Button, PartHead } from '@/ui/primitives';
import { CalibrationPanel } from '@/panels/calibration/CalibrationPanel';
import { ImportButton } from '@/panels/readings/ImportButton';
import { foundRound, takeSimulatedRuns } from '@/panels/readings/readingActions';
import { RunForm } from '@/panels/readings/RunForm';
import { RunTable } from '@/panels/readings/RunTable';
import { PathProfileButton } from '@/panels/pathProfile/PathProfileButton';
import { PathProfilePanel } from '@/panels/pathProfile/PathProfilePanel';
import { Sheet } from '@/editor/sheet/Sheet';
import { Hint, Inspector } from '@/shell/Inspector';
import { Ledger } from '@/shell/Ledger';
import { Legend } from '@/shell/Legend';
import { Section } from '@/editor/section/Section';
import { StageHead } from '@/shell/StageHead';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { RecordPanel } from '@/panels/why/RecordPanel';
import { SpotHead, SpotWhy } from '@/panels/why/SpotWhy';

/** Readings as found, spot by spot, beside what the model makes of the network as it is. */
export function BeforeStage() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const proofs = useProofs();
  const cut = useJob((s) => s.cut);
  const bad = proofs.filter((p) => p.found === 'dead' || p.found === 'short');
  const untested = proofs.filter((p) => p.found === 'untested').map((p) => p.spotId);
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="before" />
        <DeadList />
      </aside>
      <main className="shell-centre">
        <StageHead
          mark={bad.length ? 'short' : untested.length ? 'begun' : 'cured'}
          summary={`Before: ${bad.filter((p) => p.found === 'dead').length} dead, ${bad.filter((p) => p.found === 'short').length} short, ${untested.length} not tested${job.info.useLearned ? '; predictions calibrated from readings' : ''}`}
        >
          {untested.length > 0 && (
            <Button onClick={() => void takeSimulatedRuns(store, untested, foundRound, 5)}>
              Simulated runs at {untested.length} untested
            </Button>
          )}
          <Button
            className="min-[1100px]:hidden"
            onClick={() => store.getState().set({ selectedId: job.info.id })}
          >
            Overview
          </Button>
          <ImportButton phase="before" />
          <PathProfileButton />
        </StageHead>
        <div className="shell-sheet flex min-h-0 flex-1 flex-col">
          <Sheet stage="before" />
        </div>
        <Legend shortBefore={false} />
        {cut ? <PathProfilePanel scenario="found" /> : <Ledger stage="found" />}
      </main>
      <Inspector empty={<Overview />}>
        <BeforeInspector />
      </Inspector>
    </>
  );
}

/** What to do here, and what the readings teach about the house. */
function Overview() {
  const job = useJob((s) => s.job);
  return (
    <>
      <Hint title="Before">
        <p>
          Choose a spot on the drawing or in the spot table. You then see its runs, and can add or take one.
        </p>
        <p>
          {job.spots.length === 0
            ? 'There is no spot yet. Press S and click where someone uses the network.'
            : 'Take five runs at each spot: same place, same height, same device. Prove compares with them later.'}
        </p>
      </Hint>
      <div className="px-4 pb-4">
        <CalibrationPanel />
      </div>
    </>
  );
}

function DeadList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const proofs = useProofs();
  const selectedId = useJob((s) => s.selectedId);
  const bad = proofs.filter((p) => p.found === 'dead' || p.found === 'short');
  return (
    <section aria-label="Dead and short" className="border-t border-strong">
      <h2 className="flex justify-between px-3.5 py-2 text-[13.5px] font-bold">
        Dead and short <span className="font-normal text-muted">{bad.length}</span>
      </h2>
      <ul data-testid="dead-list">
        {bad.map((p) => {
          const spot = find(job, 'spot', p.spotId);
          return (
            spot && (
              <li
                key={p.spotId}
                className={`border-t border-rule ${selectedId === spot.id ? 'bg-chosen' : ''}`}
              >
                <button
                  type="button"
                  className="flex w-full items-center gap-2 px-3.5 py-1.5 text-left hover:bg-paper pointer-coarse:py-3"
                  onClick={() => store.getState().set({ selectedId: spot.id, storeyId: spot.storeyId })}
                >
                  <StatusMark mark="short" />
                  <span className="min-w-0 flex-1">
                    <span className="block truncate font-semibold">
                      {find(job, 'room', spot.roomId)?.name}
                    </span>
                    <span className="block truncate text-[12px] text-muted">{spot.name}</span>
                  </span>
                  <span className="text-rust-text">{foundWords[p.found].words}</span>
                </button>
              </li>
            )
          );
        })}
      </ul>
      {bad.length === 0 && <p className="px-3.5 pb-2 text-muted">None so far.</p>}
    </section>
  );
}

function BeforeInspector() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const spot = useJob((s) => find(s.job, 'spot', s.selectedId));
  const found = useJob((s) => s.found);
  const proofs = useProofs();
  const proof = proofs.find((p) => p.spotId === spot?.id);
  const prediction = found?.find((p) => p.spotId === spot?.id);
  const isJob = useJob((s) => s.selectedId === s.job.info.id);
  if (isJob) return <Overview />;
  if (!spot || !proof) return <RecordPanel />;
  const state = foundWords[proof.found];
  return (
    <>
      <SpotHead job={job} spot={spot} prediction={proof} />
      <div className="px-4">
        <p className={`mt-3 flex items-center gap-2 text-[14px] font-bold ${markText[state.mark]}`}>
          <StatusMark mark={state.mark} size={16} /> Before: {state.words.toLowerCase()}
        </p>
        <PartHead right="Mbps, ms, dBm">Runs before</PartHead>
        <RunTable spot={spot} round={foundRound} proof={proof} removable />
        <RunForm key={spot.id} spot={spot} round={foundRound} />
        <Button
          className="mt-2 w-full"
          look="action"
          onClick={() => void takeSimulatedRuns(store, [spot.id], foundRound, 5)}
        >
          Take 5 simulated runs
        </Button>
        <p className="mt-1 text-[12px] text-muted">Simulated: from the built-in simulator, not measured.</p>
      </div>
      <h3 className="mt-4 border-t border-strong px-4 pt-3 text-[14px] font-bold">
        Predicted from the model
      </h3>
      {prediction ? (
        <SpotWhy job={job} prediction={prediction} />
      ) : (
        <p className="p-4 text-muted">Computing …</p>
      )}
    </>
  );
}
