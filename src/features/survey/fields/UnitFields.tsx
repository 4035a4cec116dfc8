'use client';

import { Choice, Field, PartHead } from '@/ui/primitives';
import { LengthField, NameField } from '@/client/inputs';
import { UnitHold } from '@/panels/unit/UnitHold';
import type { FieldsProps } from './shared';

export function UnitFields({ job, record: u, save }: FieldsProps<'unit'>) {
  return (
    <>
      <PartHead right={`letter ${u.letter}`}>Existing unit</PartHead>
      <NameField value={u.name} onChange={(name) => save({ ...u, name }, `Rename ${u.letter}`)} />
      <Field label="Product">
        {(id) => (
          <Choice
            id={id}
            value={u.kitId}
            options={job.kits.filter((k) => k.radios.length > 0).map((k) => ({ value: k.id, text: k.name }))}
            onChange={(kitId) => save({ ...u, kitId }, `Product of ${u.letter}`)}
          />
        )}
      </Field>
      <LengthField
        label="Height above floor"
        value={u.heightM}
        min={-5}
        max={30}
        onChange={(heightM) => save({ ...u, heightM }, `Height of ${u.letter}`)}
      />
      <LengthField
        label="East of the corner"
        value={u.xM}
        min={-2000}
        max={2000}
        onChange={(xM) => save({ ...u, xM }, `Move ${u.letter}`)}
      />
      <LengthField
        label="South of the corner"
        value={u.yM}
        min={-2000}
        max={2000}
        onChange={(yM) => save({ ...u, yM }, `Move ${u.letter}`)}
      />
      <UnitHold job={job} unit={u} save={save} />
    </>
  );
}
