'use client';

import { PaintRoller, Slice, Spline } from 'lucide-react';
import { toast } from 'sonner';
import { find } from '@/core/job/job';
import { paintOuterWalls, paintWalls } from '@/core/survey/paint';
import { clearEnds } from '@/core/survey/snap';
import { halfOf, isOutdoors } from '@/core/survey/storeyGraph';
import { joinWall, type Made, setWallLength, splitWall, wallLength } from '@/core/survey/wallEdits';
import { assemblyLoss } from '@/core/materials/assemblyLoss';
import { Button, Choice, Field, PartHead, Tip } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';
import { WallLossTable } from '@/panels/why/WallLossTable';
import { ConstructionButton } from '../ConstructionButton';
import { LengthField } from '@/client/inputs';
import { ConstructionSection } from '../ConstructionSection';
import { assemblyOptions, type FieldsProps } from './shared';

export function WallFields({ job, record: w }: FieldsProps<'wall'>) {
  const store = useJobStore();
  const assembly = find(job, 'assembly', w.assemblyId);
  const ends = clearEnds(withoutWall(), w.storeyId, [w.ax, w.ay], [w.bx, w.by], halfOf(job, w));
  const inside = ends.atA + ends.atB;
  const openings = job.openings.filter((o) => o.wallId === w.id);
  const { lengths } = job.info;
  const take = (made: Made) => {
    if (!made.ok) toast(made.why);
    else if (store.getState().commit(made.edit)) store.getState().set({ selectedId: made.select });
  };

  /** The walls that this one runs between: all others. */
  function withoutWall() {
    return { ...job, walls: job.walls.filter((o) => o.id !== w.id) };
  }
  return (
    <>
      {assembly && assembly.layers.length > 0 && (
        <>
          <PartHead right="mm">Section to scale</PartHead>
          <ConstructionSection assembly={assembly} />
        </>
      )}
      {assembly && (
        <>
          <PartHead right="dB">Loss</PartHead>
          <WallLossTable assembly={assembly} />
        </>
      )}
      <PartHead>Wall</PartHead>
      <Field label="Construction">
        {(id) => (
          <Choice
            id={id}
            value={w.assemblyId}
            options={assemblyOptions(job, ['wall'])}
            onChange={(assemblyId) => store.getState().commit(paintWalls(job, [w.id], assemblyId))}
          />
        )}
      </Field>
      <LengthField
        label="Clear length"
        value={Math.max(0, wallLength(w) - inside)}
        min={0.01}
        max={500}
        onChange={(metres) => take(setWallLength(job, w, metres + inside))}
      />
      {openings.length > 0 && (
        <>
          <PartHead right="dB at 5 GHz">Openings in this wall</PartHead>
          <ul>
            {openings.map((o) => {
              const made = find(job, 'assembly', o.assemblyId);
              return (
                <li key={o.id} className="border-b border-rule">
                  <button
                    type="button"
                    className="flex w-full items-center justify-between gap-2 py-1.5 text-left hover:bg-paper"
                    onClick={() => store.getState().set({ selectedId: o.id })}
                  >
                    <span>{made?.name ?? `Open ${o.kind}`}</span>
                    <span className="ml-auto text-muted">{lengthText(o.widthM, lengths)}</span>
                    <span className="w-9 text-right font-bold">
                      {made ? assemblyLoss(made, '5', 0).toFixed(1) : '0.0'}
                    </span>
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      )}
      <div className="mt-2">
        <ConstructionButton assemblyId={w.assemblyId} wallId={w.id} />
      </div>
      <div className="grid grid-cols-3 gap-2">
        <Tip text="Copy this construction">
          <Button
            aria-label="Copy to others"
            onClick={() => store.getState().set({ tool: 'paint', wallAssemblyId: w.assemblyId })}
          >
            <PaintRoller size={15} aria-hidden="true" /> Copy
          </Button>
        </Tip>
        <Button onClick={() => take(splitWall(job, w, wallLength(w) / 2))}>
          <Slice size={15} aria-hidden="true" /> Split
        </Button>
        <Button onClick={() => take(joinWall(job, w))}>
          <Spline size={15} aria-hidden="true" /> Join
        </Button>
        {!isOutdoors(job, w.storeyId) && (
          <Button
            className="col-span-3"
            onClick={() => store.getState().commit(paintOuterWalls(job, w.storeyId, w.assemblyId))}
          >
            Use for all outer walls of this storey
          </Button>
        )}
      </div>
    </>
  );
}
