'use client';

import type { Building, Storey } from '@/core/job/records';
import type { Mark } from '@/ui/marks';
import { StatusMark } from '@/ui/marks';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { type SectionStage, storeyTally } from './storeyTally';

/** The section on a phone: its storeys in one row, building after building, from the top down. */
export function SectionStrip({
  buildings,
  marks,
  stage,
}: {
  buildings: readonly Building[];
  marks: ReadonlyMap<string, Mark>;
  stage: SectionStage;
}) {
  const job = useJob((s) => s.job);
  const several = buildings.filter((b) => b.kind !== 'outdoors').length > 1;
  return (
    <ul className="flex gap-1.5 overflow-x-auto px-3 py-1.5" data-testid="section-strip">
      {buildings.flatMap((b, i) =>
        job.storeys
          .filter((s) => s.buildingId === b.id)
          .sort((x, y) => y.level - x.level)
          .map((s, k) => (
            <li key={s.id} className={i > 0 && k === 0 ? 'border-l-2 border-ink pl-1.5' : undefined}>
              <StoreyChip
                storey={s}
                marks={marks}
                stage={stage}
                building={several && b.kind === 'outbuilding' ? b.name : null}
              />
            </li>
          )),
      )}
    </ul>
  );
}

function StoreyChip({
  storey,
  building,
  marks,
  stage,
}: {
  storey: Storey;
  building: string | null;
  marks: ReadonlyMap<string, Mark>;
  stage: SectionStage;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const isActive = useJob((s) => s.storeyId === storey.id);
  const isCalculating = useJob((s) => s.planned === null) && stage === 'plan';
  const tally = storeyTally(job, storey, stage, marks, isCalculating);
  const worst = (['short', 'thin', 'empty'] as const).find((m) => tally.marks.some((t) => t.mark === m));
  return (
    <button
      type="button"
      data-storey={storey.id}
      aria-label={tally.label}
      aria-pressed={isActive}
      className={`flex h-11 flex-col justify-center border px-2.5 text-left leading-tight whitespace-nowrap ${
        isActive ? 'border-[2px] border-action bg-chosen font-bold text-action' : 'border-strong bg-panel'
      }`}
      onClick={() => store.getState().set({ storeyId: storey.id })}
    >
      <span className="text-[13px] font-semibold">
        {building && <span className="font-normal text-muted">{building}, </span>}
        {tally.name}
      </span>
      <span className="flex items-center gap-1 text-[11.5px] font-normal text-muted">
        {tally.marks.length > 0 && <StatusMark mark={worst ?? 'met'} size={10} />}
        {tally.marks.length > 0 ? tally.fraction : 'no spot'}
        {tally.units.length > 0 && <b className="text-ink">{tally.units.map((u) => u.letter).join(' ')}</b>}
      </span>
    </button>
  );
}
