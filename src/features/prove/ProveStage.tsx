'use client';

import { useMemo, useState } from 'react';
import { find } from '@/core/job/job';
import type { Spot } from '@/core/job/records';
import { compareRounds, roundsOf } from '@/core/proof/rounds';
import { type SpotProof, tally } from '@/core/proof/spotProof';
import { markText, StatusMark, verdictWords } from '@/ui/marks';
import { Button, PartHead, Segmented } from '@/ui/primitives';
import { ImportButton } from '@/panels/readings/ImportButton';
import { UnitProof } from './UnitProof';
import { afterRound, foundRound, takeSimulatedRuns } from '@/panels/readings/readingActions';
import { RunForm } from '@/panels/readings/RunForm';
import { RunTable } from '@/panels/readings/RunTable';
import { NextSteps } from '@/panels/plan/NextSteps';
import { Hint, Inspector } from '@/shell/Inspector';
import { Section } from '@/editor/section/Section';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { Chain } from '@/panels/why/Chain';
import { RecordPanel } from '@/panels/why/RecordPanel';
import { SpotHead } from '@/panels/why/SpotWhy';
import { LinkLoads } from './LinkLoads';
import { ProveChart } from './ProveChart';
import { RetestList } from './RetestList';
import { RoamWalks } from './RoamWalks';
import { Rounds } from './Rounds';
import { TestsTogether } from './TestsTogether';
import { RunFindings, SameWay, SeenLimit } from './SpotEvidence';
import { underLoadReason, verdictReason } from './verdictReason';

/** Before and after, spot by spot, with a verdict that stands up. */
export function ProveStage() {
  const store = useJobStore();
  const proofs = useProofs();
  const [filter, setFilter] = useState<'all' | 'todo'>('all');
  const [busy, setBusy] = useState(false);
  const sum = tally(proofs);
  const todo = proofs.filter((p) => p.verdict !== 'cured' && p.verdict !== 'holds');
  const untested = proofs.filter((p) => p.after.runs === 0).map((p) => p.spotId);
  const simulated = useJob((s) => s.job.readings.some((r) => r.source === 'simulated'));
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="prove" />
      </aside>
      <main className="shell-centre bg-panel">
        <header className="shrink-0 px-4 pt-3 pb-2">
          <h2
            className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[22px] leading-tight font-bold"
            data-testid="job-sentence"
          >
            <span className="flex items-center gap-2">
              <StatusMark mark={sum.proven === sum.all && sum.all > 0 ? 'cured' : 'begun'} size={18} />
              {sum.proven} of {sum.all} needs proven
            </span>
            {sum.short > 0 && (
              <span className="flex items-center gap-2 text-rust-text">
                <StatusMark mark="short" size={18} /> {sum.short} still short
              </span>
            )}
            {sum.testLimited > 0 && (
              <span className="flex items-center gap-2 text-ochre-text">
                <StatusMark mark="thin" size={18} /> {sum.testLimited} test-limited
              </span>
            )}
            {sum.untested > 0 && (
              <span className="text-[15px] font-normal text-muted">{sum.untested} to test</span>
            )}
          </h2>
          <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2">
            <p className="min-w-40 flex-1 text-muted">
              Medians of all runs, Mbps down. Same device, same spots.
              {simulated ? ' Simulated readings: not measured.' : ''}
            </p>
            <Button
              className="min-[1100px]:hidden"
              onClick={() => store.getState().set({ selectedId: store.getState().job.info.id })}
            >
              Overview
            </Button>
            <ImportButton phase="after" />
            {untested.length > 0 && (
              <Button
                look="action"
                disabled={busy}
                onClick={() => {
                  setBusy(true);
                  void takeSimulatedRuns(store, untested, afterRound, 5).then(() => setBusy(false));
                }}
              >
                5 simulated runs at {untested.length} spots
              </Button>
            )}
            <Segmented
              label="Spots shown"
              value={filter}
              onChange={setFilter}
              options={[
                { value: 'all', text: `All ${proofs.length}` },
                { value: 'todo', text: `To do ${todo.length}` },
              ]}
            />
          </div>
        </header>
        <ProveChart proofs={filter === 'all' ? proofs : todo} />
      </main>
      <Inspector empty={<ProveOverview />}>
        <ProveInspector />
      </Inspector>
    </>
  );
}

/** What to do here; radio links under load; walks from unit to unit. */
function ProveOverview() {
  return (
    <>
      <Hint title="Prove">
        <p>
          Test every spot again as before: same place, height and device. Five runs that all meet the need
          prove it. Use the Phone button for the walk test.
        </p>
        <p>Choose a spot to see its runs and its bottleneck, or to test it.</p>
      </Hint>
      <div className="px-4 pb-4">
        <RetestList />
        <Rounds />
        <LinkLoads />
        <TestsTogether />
        <RoamWalks />
      </div>
    </>
  );
}

/** Verdicts after which something has to be done. */
const wantsMore = new Set(['better-short', 'worse', 'unchanged', 'test-limited']);

function ProveInspector() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.planned);
  const spot = useJob((s) => find(s.job, 'spot', s.selectedId));
  const proof = useProofs().find((p) => p.spotId === spot?.id);
  const unit = useJob((s) => find(s.job, 'unit', s.selectedId));
  const isJob = useJob((s) => s.selectedId === s.job.info.id);
  if (isJob) return <ProveOverview />;
  if (unit) return <UnitProof unit={unit} />;
  if (!spot || !proof) return <RecordPanel />;
  const { mark, words } = verdictWords[proof.verdict];
  const underLoad = underLoadReason(proof);
  const prediction = planned?.find((p) => p.spotId === spot.id);
  const letters = new Map(job.units.map((u) => [u.id, u.letter]));
  return (
    <>
      <SpotHead job={job} spot={spot} prediction={proof} />
      <div className="px-4 pb-4">
        <p
          className={`mt-3 flex items-center gap-2 text-[14px] font-bold ${markText[mark]}`}
          data-testid="verdict"
        >
          <StatusMark mark={mark} size={16} /> {words}
          <span className="ml-auto text-[12px] font-normal text-muted">{toGo(proof)}</span>
        </p>
        <p className="mt-1 text-muted">{verdictReason(proof)}</p>
        {underLoad && (
          <p className="mt-1 text-ochre-text" data-testid="under-load">
            {underLoad}
          </p>
        )}
        <SameWay proof={proof} />
        <SeenLimit proof={proof} prediction={prediction} />
        <RunFindings proof={proof} />
        {wantsMore.has(proof.verdict) && <NextSteps spotId={spot.id} />}
        <PartHead right="Mbps, ms, dBm">Before</PartHead>
        <RunTable spot={spot} round={foundRound} proof={proof} removable={false} />
        <PartHead right="Mbps, ms, dBm">After</PartHead>
        <RunTable spot={spot} round={afterRound} proof={proof} removable />
        <RunForm key={spot.id} spot={spot} round={afterRound} />
        <Button
          className="mt-2 w-full"
          look="action"
          onClick={() => void takeSimulatedRuns(store, [spot.id], afterRound, 5)}
        >
          Take 5 simulated runs
        </Button>
        <p className="mt-1 text-[12px] text-muted">Simulated: from the built-in simulator, not measured.</p>
        <LaterRuns spot={spot} />
        {prediction && prediction.chain.length > 0 && (
          <>
            <PartHead right="Mbps down, planned">Bottleneck</PartHead>
            <Chain
              steps={prediction.chain}
              letters={letters}
              gets={prediction.downMbps}
              device="Planned, it"
            />
          </>
        )}
      </div>
    </>
  );
}

/** Runs of the newest later round, and more of them; nothing where there is no such round. */
function LaterRuns({ spot }: { spot: Spot }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const rounds = useMemo(() => roundsOf(job), [job]);
  const round = rounds.findLast((r) => r.roundId !== null);
  const change = useMemo(
    () => round && compareRounds(job, afterRound, round).find((c) => c.spotId === spot.id),
    [job, round, spot.id],
  );
  if (!round || !change) return null;
  return (
    <section aria-label={round.name}>
      <PartHead right="Mbps, ms, dBm">{round.name}</PartHead>
      <RunTable spot={spot} round={round} proof={change.proof} removable />
      <RunForm key={`${spot.id} ${round.key}`} spot={spot} round={round} />
      <Button className="mt-2 w-full" onClick={() => void takeSimulatedRuns(store, [spot.id], round, 5)}>
        Take 5 simulated runs in this round
      </Button>
    </section>
  );
}

const toGo = (p: SpotProof): string => {
  const after = p.after.downMbps;
  return after !== null && p.after.runs && after < p.need.downMbps
    ? `${rateText(p.need.downMbps - after)} Mbps to go`
    : '';
};
