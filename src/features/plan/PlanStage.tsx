'use client';

import { find } from '@/core/job/job';
import type { Spot } from '@/core/job/records';
import { type Mark, plannedMark } from '@/ui/marks';
import { PathProfileButton } from '@/panels/pathProfile/PathProfileButton';
import { PathProfilePanel } from '@/panels/pathProfile/PathProfilePanel';
import { Sheet } from '@/editor/sheet/Sheet';
import { Hint, Inspector } from '@/shell/Inspector';
import { Ledger } from '@/shell/Ledger';
import { Legend } from '@/shell/Legend';
import { Section } from '@/editor/section/Section';
import { StageHead } from '@/shell/StageHead';
import { Button } from '@/ui/primitives';
import { planningOf, usePlanning } from '@/client/planning';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { RecordPanel } from '@/panels/why/RecordPanel';
import { StoreyAreas } from '@/panels/why/RoomWhy';
import { SpotHead, SpotWhy } from '@/panels/why/SpotWhy';
import { Channels } from './Channels';
import { sureEnough } from '@/core/network/sureEnough';
import { ProductShelf } from './ProductShelf';
import { NextSteps } from '@/panels/plan/NextSteps';
import { PlanTotals } from '@/panels/plan/PlanTotals';
import { Snags } from '@/panels/plan/Snags';
import { ProposalsPanel } from './proposals/ProposalsPanel';
import { UnitInspector } from './UnitInspector';

/** Placing units by hand, with coverage, ledger and reasons following the pointer. */
export function PlanStage() {
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const planned = useJob((s) => s.planned);
  const tool = useJob((s) => s.tool);
  const kitId = useJob((s) => s.kitId);
  const cut = useJob((s) => s.cut);
  const store = useJobStore();
  const snags = useJob((s) => s.snags?.length ?? null);
  const here = job.spots.filter((s) => s.storeyId === storeyId);
  const markOf = (s: Spot) => {
    const p = planned?.find((q) => q.spotId === s.id);
    return p ? plannedMark(p.met, p.certainty).mark : 'empty';
  };
  const count = (spots: readonly Spot[], mark: Mark) => spots.filter((s) => markOf(s) === mark).length;
  const met = (spots: readonly Spot[]) => count(spots, 'met');
  const notSure = count(job.spots, 'thin');
  const product = find(job, 'kit', kitId);
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="plan" />
        <ProductShelf />
        <PlanTotals />
      </aside>
      <main className="shell-centre">
        <StageHead
          mark={
            planned === null || here.length === 0
              ? 'empty'
              : count(here, 'short')
                ? 'short'
                : count(here, 'thin')
                  ? 'thin'
                  : 'met'
          }
          summary={
            tool === 'cable'
              ? 'Click the corners of the cable, from the uplink unit. Page Up and Page Down change the storey. Enter finishes, Esc cancels.'
              : tool === 'cut'
                ? 'Click two places to see the path profile between them. Esc cancels.'
                : tool === 'unit' && product
                  ? `Click where the ${product.name.toLowerCase()} goes. Esc cancels.`
                  : planned === null
                    ? 'Calculating predictions …'
                    : `${met(here)} of ${here.length} needs met here, ${met(job.spots)} of ${job.spots.length} in all${notSure ? `, ${notSure} below 90 % certainty` : ''}${job.info.useLearned ? '; calibrated' : ''}`
          }
        >
          <Button
            className="min-[1100px]:hidden"
            onClick={() => store.getState().set({ selectedId: job.info.id })}
          >
            {snags === null ? 'Overview' : snags === 1 ? '1 snag' : `${snags} snags`}
          </Button>
          <ProposeButton />
          <PathProfileButton />
        </StageHead>
        <div className="shell-sheet flex min-h-0 flex-1 flex-col">
          <Sheet stage="plan" />
        </div>
        <Legend shortBefore />
        {cut ? <PathProfilePanel scenario="planned" /> : <Ledger stage="planned" />}
      </main>
      <Inspector empty={<Overview />}>
        <PlanInspector />
      </Inspector>
    </>
  );
}

/** While something is chosen the panel of proposals is not in sight: this brings it, and asks for them the first time. */
function ProposeButton() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const chosen = useJob((s) => s.selectedId !== null);
  const isIdle = usePlanning(job.info.id, (s) => s.kind === 'idle');
  if (!chosen) return null;
  return (
    <Button
      onClick={() => {
        store.getState().set({ selectedId: null });
        if (isIdle) void planningOf(job.info.id).getState().ask(job);
      }}
    >
      {isIdle ? 'Propose' : 'Proposals'}
    </Button>
  );
}

/** The plan as a whole: its snags, rooms by area, roaming, devices, channels. */
function Overview() {
  return (
    <>
      <Hint title="Plan">
        <p>
          Choose a unit in the list at the left and click where it goes, or press U. Drag a unit: all needs
          update. Drop it on a storey in the section to move it there.
        </p>
        <p>Choose a spot to see the reasons for its rate.</p>
      </Hint>
      <div className="px-4">
        <ProposalsPanel />
        <Snags />
      </div>
      <StoreyAreas />
      <div className="px-4 pb-4">
        <Channels />
      </div>
    </>
  );
}

function PlanInspector() {
  const job = useJob((s) => s.job);
  const record = useJob((s) => (s.selectedId ? s.job.byId.get(s.selectedId) : undefined));
  const planned = useJob((s) => s.planned);
  if (record?.type === 'unit') return <UnitInspector unit={record} />;
  if (record?.type === 'job') return <Overview />;
  if (record?.type !== 'spot') return <RecordPanel />;
  const prediction = planned?.find((p) => p.spotId === record.id);
  return (
    <>
      <SpotHead job={job} spot={record} prediction={prediction} />
      {prediction ? (
        <>
          {!(prediction.certainty >= sureEnough) && (
            <div className="px-4">
              <NextSteps spotId={record.id} />
            </div>
          )}
          <SpotWhy job={job} prediction={prediction} />
        </>
      ) : (
        <p className="p-4 text-muted">Computing …</p>
      )}
    </>
  );
}
