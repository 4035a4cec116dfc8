'use client';

import { find } from '@/core/job/job';
import { regionArea } from '@/core/geometry/region';
import { StatusMark } from '@/ui/marks';
import { Sheet } from '@/editor/sheet/Sheet';
import { Inspector } from '@/shell/Inspector';
import { Ledger } from '@/shell/Ledger';
import { Section } from '@/editor/section/Section';
import { StageHead } from '@/shell/StageHead';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { isClosed } from '@/core/survey/rooms';
import { isOutdoors } from '@/core/survey/storeyGraph';
import { areaText, lengthText } from '@/ui/units';
import { PlaceInspector } from './PlaceInspector';
import { SurveyInspector } from './SurveyInspector';
import { RoomLineBar } from './RoomLineBar';
import { SheetLegend } from './SheetLegend';
import { ToolOptions } from './ToolOptions';
import { ToolRail } from './ToolRail';

/** The house as it is: to look at and to correct, record by record. */
export function SurveyStage() {
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const spots = job.spots.filter((s) => s.storeyId === storeyId);
  const storey = find(job, 'storey', storeyId);
  const outdoors = isOutdoors(job, storeyId);
  const closed = rooms.filter((r) => isClosed(job, r)).length;
  const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  const summary = [
    outdoors
      ? count(rooms.length, 'area')
      : closed === rooms.length
        ? count(rooms.length, 'room')
        : `${closed} of ${count(rooms.length, 'room')} closed`,
    count(spots.length, 'spot'),
    ...(storey?.guessed ? ['all guessed'] : []),
    ...(storey && !outdoors ? [`ceiling ${lengthText(storey.heightM, job.info.lengths)}`] : []),
  ].join(', ');
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="survey" />
        <RoomList />
        <Counts />
      </aside>
      <main className="shell-centre">
        <StageHead
          mark={spots.length && !storey?.guessed && (outdoors || closed === rooms.length) ? 'cured' : 'begun'}
          summary={summary}
        >
          <ToolOptions />
        </StageHead>
        <div className="shell-sheet flex min-h-0 flex-1">
          <ToolRail />
          <div className="flex min-h-0 min-w-0 flex-1 flex-col">
            <Sheet stage="survey" />
          </div>
        </div>
        <RoomLineBar />
        <SheetLegend />
        <Ledger stage="found" begins="closed" />
      </main>
      <Inspector empty={<PlaceInspector />}>
        <SurveyInspector />
      </Inspector>
    </>
  );
}

function RoomList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const selectedId = useJob((s) => s.selectedId);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const outdoors = isOutdoors(job, storeyId);
  return (
    <section aria-label="Rooms of this storey" className="border-t border-strong">
      <h2 className="flex justify-between px-3.5 py-2 text-[13.5px] font-bold">
        Rooms{' '}
        <span className="text-[12px] font-normal text-muted">{job.info.lengths === 'm' ? 'm²' : 'ft²'}</span>
      </h2>
      <ul>
        {rooms.map((r) => (
          <li
            key={r.id}
            className={`border-t border-rule ${selectedId === r.id ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''}`}
          >
            <button
              type="button"
              className="flex w-full items-center gap-2 px-3.5 py-1.5 text-left hover:bg-paper pointer-coarse:py-3"
              onClick={() => store.getState().set({ selectedId: r.id })}
            >
              <StatusMark
                mark={!outdoors && !isClosed(job, r) ? 'begun' : r.activityIds.length ? 'cured' : 'empty'}
                size={12}
              />
              <span className="min-w-0 flex-1 truncate">{r.name}</span>
              <span className="text-muted">
                {!outdoors && !isClosed(job, r)
                  ? 'open'
                  : areaText(regionArea(r), job.info.lengths).split(' ')[0]}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {rooms.length === 0 && (
        <p className="px-3.5 pb-2 text-muted">
          {outdoors
            ? 'No area yet. Press R and click two corners of the yard or garden.'
            : 'No room yet. Type one in the line below the drawing, or press W and draw its walls.'}
        </p>
      )}
      <p className="px-3.5 py-1.5 text-[12px] text-muted">
        Filled: a need is set.
        {!outdoors && rooms.some((r) => !isClosed(job, r)) && ' Half: not closed by walls.'}
      </p>
    </section>
  );
}

function Counts() {
  const job = useJob((s) => s.job);
  const rows = [
    ['Walls', job.walls.length],
    ['Openings', job.openings.length],
    ['Sockets and outlets', job.services.length],
  ];
  return (
    <dl className="mt-auto border-t border-ink px-3.5 py-2.5">
      {rows.map(([label, count]) => (
        <div key={label} className="flex justify-between py-0.5">
          <dt className="text-muted">{label}</dt>
          <dd className="font-bold">{count}</dd>
        </div>
      ))}
    </dl>
  );
}
