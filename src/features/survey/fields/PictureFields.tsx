'use client';

import { Ruler } from 'lucide-react';
import { turnedPicture } from '@/core/survey/underlay';
import { Button, PartHead } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { LengthField, NameField, NumberField } from '@/client/inputs';
import type { FieldsProps } from './shared';

/** The picture under the drawing: its scale, turn and how much of it shows. */
export function PictureFields({ record: p, save }: FieldsProps<'picture'>) {
  const store = useJobStore();
  return (
    <>
      <PartHead right={`${p.widthPx} × ${p.heightPx} px`}>Picture under the drawing</PartHead>
      <NameField value={p.name} onChange={(name) => save({ ...p, name }, 'Rename the picture')} />
      <LengthField
        label="Wide"
        value={p.widthPx * p.metresPerPx}
        min={0.1}
        max={1000}
        onChange={(m) => save({ ...p, metresPerPx: m / p.widthPx }, 'Scale the picture')}
      />
      <NumberField
        label="Turned"
        value={Math.round(p.turnDeg * 100) / 100}
        unit="°"
        min={-360}
        max={360}
        onChange={(deg) => save(turnedPicture(p, [p.xM, p.yM], deg - p.turnDeg), 'Turn the picture')}
      />
      <NumberField
        label="Shows"
        value={Math.round(p.opacity * 100)}
        unit="%"
        min={0}
        max={100}
        onChange={(v) => save({ ...p, opacity: v / 100 }, 'How much the picture shows')}
      />
      <Button className="mt-3 w-full" onClick={() => store.getState().set({ tool: 'scale' })}>
        <Ruler size={15} aria-hidden="true" /> Scale by two points
      </Button>
      <p className="mt-2 text-muted">Drag the picture to its place. Then draw over it.</p>
    </>
  );
}
