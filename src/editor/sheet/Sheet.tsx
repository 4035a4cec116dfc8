'use client';

import dynamic from 'next/dynamic';
import { Tip } from '@/ui/primitives';
import { useCallback, useId, useMemo, useRef } from 'react';
import { boundsOf } from '@/core/geometry/place';
import { useJob } from '@/client/store/JobProvider';
import { DraggedPeg } from './DraggedPeg';
import { MovingPlane } from './MovingPlane';
import { SheetMenu } from './SheetMenu';
import { BasePlane, CoveragePlane, LivePlane, StillPlane } from './SheetPlanes';
import { sheetSpace, type SheetStage } from './sheetSpace';
import { useSheetPointer } from './pointer/useSheetPointer';
import { useSheetLabels } from './useSheetLabels';
import { type Box, useView } from './useView';

// asked once, when a drawing is scaled
const ScaleQuestion = dynamic(() => import('./ScaleQuestion').then((m) => m.ScaleQuestion), { ssr: false });

/** The drawing of the storey chosen in the section, with what the stage needs to show on it. */
export function Sheet({ stage }: { stage: SheetStage }) {
  const ref = useRef<HTMLDivElement>(null);
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const selectedId = useJob((s) => s.selectedId);
  const tool = useJob((s) => s.tool);
  const space = useMemo(() => sheetSpace(job, storeyId), [job, storeyId]);
  const typed = useJob((s) => s.typedRoom);
  // a room that is typed outside the building is brought into view
  const box = useMemo((): Box => {
    const own = space?.box ?? [0, 0, 10, 8];
    return typed ? boundsOf([...typed.outline, [own[0], own[1]], [own[2], own[3]]]) : own;
  }, [space, typed]);
  const { view, size, zoomAt, panBy, fit } = useView(ref, box, storeyId);
  const pointer = useSheetPointer({ ref, view, space, stage, panBy });
  const px = useCallback(
    (x: number, y: number): [number, number] => [x * view.scale + view.x, y * view.scale + view.y],
    [view],
  );

  const places = useSheetLabels(job, space, stage, view.scale, pointer.movedSpot);

  if (!space) return <p className="p-6 text-muted">This job has no storey yet.</p>;
  const shared = { job, space, stage, view, size, px, selectedId, prefix };
  const { preview, ghost, movedSpot } = pointer;
  return (
    <div className="relative min-h-0 flex-1">
      <SheetMenu active={stage === 'survey'}>
        <div
          ref={ref}
          className={`absolute inset-0 touch-none overflow-hidden select-none ${tool === 'select' ? '' : 'cursor-crosshair'}`}
          role="group"
          aria-label={`Plan of ${space.isSite ? 'the site' : `${space.building.name}, ${space.storey.name}`}`}
          data-testid="sheet"
          {...pointer.handlers}
        >
          <BasePlane {...shared} preview={preview} />
          <CoveragePlane {...{ job, space, stage, view, px, prefix }} places={places.coverage} />
          <MovingPlane {...{ space, stage, view, size }} />
          <StillPlane {...shared} preview={preview} places={places.still} />
          <LivePlane
            {...shared}
            {...{ preview, ghost, movedSpot }}
            places={places.live}
            names={places.still}
          />
          <DraggedPeg {...{ space, view }} />
        </div>
      </SheetMenu>
      {pointer.ghost?.kind === 'scale' && pointer.ghost.done && (
        <ScaleQuestion a={pointer.ghost.a} b={pointer.ghost.b} onDone={pointer.clearGhost} />
      )}
      <div className="absolute top-4 right-3 flex w-9 flex-col-reverse items-stretch border border-rule bg-panel text-[12.5px]">
        <ZoomButton label="Zoom out" onClick={() => zoomAt(1 / 1.25)}>
          −
        </ZoomButton>
        <Tip text="Fit to the drawing">
          <button type="button" className="h-8 border-y border-rule font-semibold" onClick={fit}>
            Fit
          </button>
        </Tip>
        <ZoomButton label="Zoom in" onClick={() => zoomAt(1.25)}>
          +
        </ZoomButton>
      </div>
    </div>
  );
}

function ZoomButton({ label, onClick, children }: { label: string; onClick: () => void; children: string }) {
  return (
    <Tip text={label}>
      <button type="button" aria-label={label} className="h-8 text-[16px]" onClick={onClick}>
        {children}
      </button>
    </Tip>
  );
}
