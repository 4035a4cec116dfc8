'use client';

import { sayError } from '@/ui/sayError';
import { useState } from 'react';
import { toast } from 'sonner';
import { lineBounds } from '@/core/formats/lineBounds';
import { drawPlan, type PlanDrawing } from '@/core/formats/planLines';
import { boundsOf } from '@/core/geometry/place';
import { find } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, Choice, PartHead } from '@/ui/primitives';
import { newWallAssembly } from '@/editor/sheet/wallDraft';
import { messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';

const units = {
  ask: 'choose …',
  '1': 'metres',
  '0.01': 'centimetres',
  '0.001': 'millimetres',
  '0.3048': 'feet',
  '0.0254': 'inches',
} as const;

/** A drawing before it is brought in: its unit, and what the lines of each layer are made of. */
export function BringInPlan({
  name,
  drawing,
  onClose,
}: {
  name: string;
  drawing: PlanDrawing;
  onClose: () => void;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const [unit, setUnit] = useState(drawing.unitM === null ? 'ask' : String(drawing.unitM));
  const [makes, setMakes] = useState<ReadonlyMap<string, Id | null>>(() => {
    const usual = newWallAssembly(store.getState());
    return new Map(
      drawing.layers.map((l) => [
        l.name,
        job.assemblies.find((a) => a.use === 'wall' && a.name === l.name)?.id ?? usual,
      ]),
    );
  });
  const unitM = Number(unit);
  const known = Number.isFinite(unitM) && unitM > 0;
  const [x0, , x1] = lineBounds(drawing.lines);
  const across = x1 - x0;
  const bring = () => {
    try {
      const building = find(job, 'building', find(job, 'storey', storeyId)?.buildingId);
      const [left = 0, top = 0] = boundsOf(building?.outline ?? [[0, 0]]);
      const { edit, walls, leftOut } = drawPlan(job, storeyId, drawing, { unitM, makes, at: [left, top] });
      if (!store.getState().commit(edit)) return;
      toast(`${walls} walls imported${leftOut ? `, ${leftOut} too short or already drawn` : ''}`);
      onClose();
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  return (
    <DialogFrame
      title={`Import ${name}`}
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button look="action" disabled={!known} onClick={bring}>
            Import
          </Button>
        </>
      }
    >
      <p className="mt-3 flex flex-wrap items-center gap-2">
        <label htmlFor="plan-unit">Unit of length in the drawing in</label>
        <Choice
          id="plan-unit"
          value={unit}
          options={[
            ...Object.entries(units).map(([value, text]) => ({ value, text })),
            ...(unit in units ? [] : [{ value: unit, text: `${unit} m` }]),
          ]}
          onChange={setUnit}
        />
        <span className="text-muted">
          {known
            ? `total width ${lengthText(across * unitM, job.info.lengths)} wide`
            : 'The file does not say its unit.'}
        </span>
      </p>
      <PartHead right={`${drawing.lines.length} lines`}>Construction of each layer</PartHead>
      <ul>
        {drawing.layers.map((l) => (
          <li key={l.name} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
            <span className="min-w-0 truncate">
              {l.name} <span className="text-muted">{l.lines}</span>
            </span>
            <Choice
              label={`Layer ${l.name} is`}
              value={makes.get(l.name) ?? ''}
              options={[
                { value: '', text: 'excluded' },
                ...job.assemblies.filter((a) => a.use === 'wall').map((a) => ({ value: a.id, text: a.name })),
              ]}
              onChange={(id) => setMakes(new Map([...makes, [l.name, id || null]]))}
            />
          </li>
        ))}
      </ul>
      {drawing.leftAside.length > 0 && (
        <p className="mt-2 text-[12px] text-muted">
          Not imported: {drawing.leftAside.map((l) => `${l.count} ${l.what.toLowerCase()}`).join(', ')}.
        </p>
      )}
      <p className="mt-2 text-[12px] text-muted">
        Each line becomes the middle of a wall. The upper left corners of drawing and building meet. One undo
        removes the whole import.
      </p>
    </DialogFrame>
  );
}
