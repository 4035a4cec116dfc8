'use client';

import { find } from '@/core/job/job';
import type { Spot } from "@/core/job/records";
import { Sheet } from '@/ui/sheet/Sheet';
import { Hint, Inspector } from '@/ui/shell/Inspector';
import { Ledger } from '@/ui/shell/Ledger';
import { Legend } from '@/ui/shell/Legend';
import { Section } from '@/ui/shell/Section';
import { StageHead } from '@/ui/shell/StageHead';
import { useJob } from '@/ui/store/JobProvider';
import { RecordPanel } from '@/ui/why/RecordPanel';
import { SpotHead, SpotWhy } from '@/ui/why/SpotWhy';
import { KitShelf } from './KitShelf';
import { PlanTotals } from './PlanTotals';
import { UnitInspector } from './UnitInspector';

/** Placing units by hand, with coverage, ledger and reasons following the pointer. */
export function PlanStage() {
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const planned = useJob((s) => s.planned);
  const tool = useJob((s) => s.tool);
  const kitId = useJob((s) => s.kitId);
  const here = job.spots.filter((s) => s.storeyId === storeyId);
  const met = (spots: readonly Spot[]) => spots.filter((s) => planned?.find((p) => p.spotId === s.id)?.met).length;
  const allMet = met(job.spots);
  const kit = find(job, 'kit', kitId);
  return (
    <>
      <div className="shell-left">
        <Section stage="plan" />
        <KitShelf />
        <PlanTotals />
      </div>
      <main className="shell-centre">
        <StageHead
          mark={allMet === job.spots.length ? 'met' : 'short'}
          summary={
            tool === 'unit' && kit
              ? `Click where the ${kit.name.toLowerCase()} goes. Esc leaves it.`
              : `${met(here)} of ${here.length} needs met here, ${allMet} of ${job.spots.length} in all`
          }
        />
        <div className="shell-sheet flex min-h-0 flex-1 flex-col">
          <Sheet stage="plan" />
        </div>
        <Legend shortBefore />
        <Ledger />
      </main>
      <Inspector
        empty={
          <Hint title="Plan">
            <p>Choose a unit in the list at the left and click where it goes, or press U. Drag a unit to see what that does to every need; drop it on a storey in the section to move it there.</p>
            <p>Choose a spot to see why it gets what it gets.</p>
          </Hint>
        }
      >
        <PlanInspector />
      </Inspector>
    </>
  );
}

function PlanInspector() {
  const job = useJob((s) => s.job);
  const record = useJob((s) => (s.selectedId ? s.job.byId.get(s.selectedId) : undefined));
  const planned = useJob((s) => s.planned);
  if (record?.type === 'unit') return <UnitInspector unit={record} />;
  if (record?.type !== 'spot') return <RecordPanel />;
  const prediction = planned?.find((p) => p.spotId === record.id);
  return (
    <>
      <SpotHead job={job} spot={record} prediction={prediction} />
      {prediction ? <SpotWhy job={job} prediction={prediction} /> : <p className="p-4 text-muted">Computing …</p>}
    </>
  );
}
