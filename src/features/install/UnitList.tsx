'use client';

import { useTimes } from '@/ui/useTimes';
import { find } from '@/core/job/job';
import type { Live } from '@/core/install/live';
import { PartHead } from '@/ui/primitives';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob } from '@/client/store/JobProvider';
import type { RunbookView } from './useRunbook';
import type { SeenUnit } from './useRehearsal';

/** The plan's units: how far each is, what it does now, when it will be done. */
export function UnitList({
  steps,
  seen,
  live,
}: {
  steps: RunbookView['steps'];
  seen: readonly SeenUnit[];
  live: Live | null;
}) {
  const job = useJob((s) => s.job);
  const { timeText } = useTimes();
  const units = job.units.filter((u) => steps.some((s) => s.step.unitId === u.id));
  return (
    <section aria-label="Units">
      <PartHead right={seen.length ? 'simulated, for training' : undefined}>Units</PartHead>
      <ul>
        {units.map((u) => {
          const own = steps.filter((s) => s.step.unitId === u.id);
          const done = own.filter((s) => s.state === 'done' || s.state === 'skipped').length;
          const now = own.find((s) => s.state === 'hands' || s.state === 'waiting');
          const light = seen.find((s) => s.unitId === u.id);
          const end = Math.max(
            ...own.map((s) => live?.steps.find((l) => l.step.key === s.step.key)?.endMin ?? 0),
          );
          return (
            <li key={u.id} className="flex items-center gap-2.5 border-b border-rule py-1.5">
              <PegIcon letter={u.letter} look={done === own.length ? 'installed' : 'planned'} size={28} />
              <span className="min-w-0 flex-1">
                <b>{find(job, 'kit', u.kitId)?.name}</b>{' '}
                <span className="text-muted">{u.name || find(job, 'storey', u.storeyId)?.name}</span>
                <span className="block truncate text-muted">
                  {light
                    ? `${light.light}: ${light.says.replace(`${u.letter} `, '')}`
                    : now
                      ? now.step.title
                      : `${done} of ${own.length} steps`}
                </span>
              </span>
              <span className="text-right text-[12px] text-muted">
                {done === own.length ? 'finished' : 'expected'}
                <b className="block text-[14px] text-ink">
                  {live ? timeText(live.originMs + end * 60_000) : '–'}
                </b>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
