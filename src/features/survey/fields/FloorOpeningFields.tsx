'use client';

import { boundsOf } from '@/core/geometry/place';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { LengthField } from '@/client/inputs';
import { assemblyOptions, type FieldsProps } from './shared';
import { WordChoice } from '@/ui/WordChoice';

/** A stairwell or hatch in the floor of its storey. */
export function FloorOpeningFields({ job, record: f, save }: FieldsProps<'floorOpening'>) {
  const [x0, y0, x1, y1] = boundsOf(f.outline);
  const sized = (w: number, d: number): [number, number][] => [
    [x0, y0],
    [x0 + w, y0],
    [x0 + w, y0 + d],
    [x0, y0 + d],
  ];
  return (
    <>
      <PartHead>Opening in the floor</PartHead>
      <WordChoice
        label="Kind"
        value={f.kind}
        words={{ stairwell: 'stairwell', hatch: 'hatch' }}
        onChange={(kind) => save({ ...f, kind }, `Change to ${kind}`)}
      />
      <Field label="Covered by">
        {(id) => (
          <Choice
            id={id}
            value={f.assemblyId ?? ''}
            options={[{ value: '', text: 'no cover, open' }, ...assemblyOptions(job, ['opening', 'floor'])]}
            onChange={(a) => save({ ...f, assemblyId: a || null }, 'Cover')}
          />
        )}
      </Field>
      <LengthField
        label="Wide"
        value={x1 - x0}
        min={0.2}
        max={20}
        onChange={(w) => save({ ...f, outline: sized(w, y1 - y0) }, 'Width of an opening')}
      />
      <LengthField
        label="Deep"
        value={y1 - y0}
        min={0.2}
        max={20}
        onChange={(d) => save({ ...f, outline: sized(x1 - x0, d) }, 'Depth of an opening')}
      />
    </>
  );
}
