'use client';

import { putOne } from '@/core/job/edits';
import type { AnyRecord, Building } from '@/core/job/records';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { ConstructionButton } from '../ConstructionButton';
import { LengthField, NameField, NumberField } from '@/client/inputs';
import { assemblyOptions, type FieldsProps } from './shared';
import { WordChoice } from '@/ui/WordChoice';

/** A building: where it stands on the site, how it is turned, and its roof. */
export function BuildingFields({ job, record: b, save }: FieldsProps<'building'>) {
  const roof = b.roof;
  const saveRoof = (part: Partial<NonNullable<Building['roof']>>, what: string) =>
    roof && save({ ...b, roof: { ...roof, ...part } }, what);
  return (
    <>
      <PartHead>Building</PartHead>
      <NameField value={b.name} onChange={(name) => save({ ...b, name }, `Rename ${b.name}`)} />
      <LengthField
        label="East on the site"
        value={b.xM}
        min={-2000}
        max={2000}
        onChange={(xM) => save({ ...b, xM }, `Move ${b.name}`)}
      />
      <LengthField
        label="South on the site"
        value={b.yM}
        min={-2000}
        max={2000}
        onChange={(yM) => save({ ...b, yM }, `Move ${b.name}`)}
      />
      <NumberField
        label="Turned"
        value={b.turnDeg}
        unit="°"
        min={-360}
        max={360}
        onChange={(turnDeg) => save({ ...b, turnDeg }, `Turn ${b.name}`)}
      />
      {roof && (
        <>
          <PartHead>Roof</PartHead>
          <WordChoice
            label="Kind"
            value={roof.kind}
            words={{ pitched: 'pitched', flat: 'flat' }}
            onChange={(kind) => saveRoof({ kind }, 'Kind of roof')}
          />
          <LengthField
            label="Eaves above ground"
            value={roof.eavesZM}
            min={0.5}
            max={100}
            onChange={(eavesZM) =>
              saveRoof({ eavesZM, ridgeZM: Math.max(roof.ridgeZM, eavesZM) }, 'Height of the eaves')
            }
          />
          {roof.kind === 'pitched' && (
            <>
              <LengthField
                label="Ridge above ground"
                value={roof.ridgeZM}
                min={roof.eavesZM}
                max={120}
                onChange={(ridgeZM) => saveRoof({ ridgeZM }, 'Height of the ridge')}
              />
              <WordChoice
                label="Ridge runs"
                value={roof.ridgeAlong}
                words={{ x: 'east–west', y: 'north–south' }}
                onChange={(ridgeAlong) => saveRoof({ ridgeAlong }, 'Direction of the ridge')}
              />
            </>
          )}
          <Field label="Construction">
            {(id) => (
              <Choice
                id={id}
                value={roof.assemblyId}
                options={assemblyOptions(job, ['roof'])}
                onChange={(assemblyId) => saveRoof({ assemblyId }, 'Roof construction')}
              />
            )}
          </Field>
          <ConstructionButton assemblyId={roof.assemblyId} />
        </>
      )}
    </>
  );
}

/** Saves one record as one step. */
export const saver =
  (commit: (edit: ReturnType<typeof putOne>) => boolean) =>
  (next: AnyRecord, what: string): void =>
    void commit(putOne(what, next));
