'use client';

import type { Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { needText } from '@/ui/units';

/** Activities that may run at once, to be ticked; their needs add up. */
export function ActivityPicker({
  job,
  chosen,
  onChange,
}: {
  job: Job;
  chosen: readonly Id[];
  onChange: (ids: Id[]) => void;
}) {
  return (
    <ul>
      {job.activities.map((a) => (
        <li key={a.id} className="border-b border-rule">
          <label className="flex min-h-[27px] items-center gap-2 pointer-coarse:min-h-11">
            <input
              type="checkbox"
              className="h-4 w-4 accent-(--color-action)"
              checked={chosen.includes(a.id)}
              onChange={(e) =>
                onChange(e.target.checked ? [...chosen, a.id] : chosen.filter((id) => id !== a.id))
              }
            />
            <span className="flex-1">{a.name}</span>
            <span className="text-muted">
              {needText(a.downMbps, a.upMbps)}, {a.latencyMs} ms
            </span>
          </label>
        </li>
      ))}
    </ul>
  );
}
