'use client';

import { useState } from 'react';
import type { Picture } from '@/core/job/records';

import { putOne } from '@/core/job/edits';
import { HatchSwatch } from '@/editor/sheet/hatches';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { PlanFiles } from './PlanFiles';
import { Button } from '@/ui/primitives';

/** How much of the picture shows; taken when the slider is let go. */
function Opacity({ picture }: { picture: Picture }) {
  const store = useJobStore();
  const [dragged, setDragged] = useState<number | null>(null);
  const percent = dragged ?? Math.round(picture.opacity * 100);
  const save = () => {
    if (dragged !== null)
      store.getState().commit(putOne('How much the picture shows', { ...picture, opacity: dragged / 100 }));
    setDragged(null);
  };
  return (
    <label className="flex items-center gap-2">
      Picture under
      <input
        type="range"
        min={0}
        max={100}
        className="w-24 accent-(--color-action)"
        value={percent}
        onChange={(e) => setDragged(Number(e.target.value))}
        onPointerUp={save}
        onKeyUp={save}
        onBlur={save}
      />
      <span className="w-9 text-right">{percent} %</span>
    </label>
  );
}

/** Below the sheet: what the hatches of this storey mean, and the picture under the drawing. */
export function SheetLegend() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const used = new Set(job.walls.filter((w) => w.storeyId === storeyId).map((w) => w.assemblyId));
  const makes = job.assemblies.filter((a) => used.has(a.id)).slice(0, 5);
  const picture = job.pictures.find((p) => p.storeyId === storeyId);
  return (
    <div className="flex min-h-[42px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-panel px-4 py-1 text-[12px]">
      {makes.map((a) => (
        <span key={a.id} className="flex items-center gap-1.5">
          <HatchSwatch hatch={a.hatch} /> {a.name}
        </span>
      ))}
      <span className="ml-auto flex items-center gap-2">
        {picture && <Opacity key={picture.id} picture={picture} />}
        {picture && (
          <Button className="h-8" onClick={() => store.getState().set({ selectedId: picture.id })}>
            Picture
          </Button>
        )}
        <PlanFiles />
      </span>
    </div>
  );
}
