'use client';

import { Layers, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { find } from '@/core/job/job';
import { addBuilding, addOutdoors, addStorey, removeStorey } from '@/core/survey/storeys';
import { outerAssembly } from '@/core/survey/storeyGraph';
import type { Made } from '@/core/survey/wallEdits';
import { Button, Choice, Field, PartHead } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { newWallAssembly } from '@/editor/sheet/wallDraft';
import { ConstructionButton } from '../ConstructionButton';
import { LengthField, NameField } from '@/client/inputs';
import { assemblyOptions, type FieldsProps } from './shared';
import { WordChoice } from '@/ui/WordChoice';

/** A storey: its heights and floor; and adding the next storey or building. */
export function StoreyFields({ job, record: s, save }: FieldsProps<'storey'>) {
  const store = useJobStore();
  const [copy, setCopy] = useState<'outer' | 'all' | 'none'>('outer');
  const outdoors = find(job, 'building', s.buildingId)?.kind === 'outdoors';
  const go = (made: Made) => {
    const { commit, set } = store.getState();
    if (!made.ok) toast(made.why);
    else if (commit(made.edit)) set({ storeyId: made.select, selectedId: null });
  };
  return (
    <>
      <PartHead>Storey</PartHead>
      <NameField value={s.name} onChange={(name) => save({ ...s, name }, `Rename ${s.name}`)} />
      <LengthField
        label="Floor above ground"
        value={s.floorZM}
        min={-30}
        max={100}
        onChange={(floorZM) => save({ ...s, floorZM }, 'Height of a floor')}
      />
      <LengthField
        label="Ceiling height"
        value={s.heightM}
        min={0.5}
        max={30}
        onChange={(heightM) => save({ ...s, heightM }, 'Ceiling height')}
      />
      <Field label="Floor construction">
        {(id) => (
          <Choice
            id={id}
            value={s.floorAssemblyId ?? ''}
            options={[{ value: '', text: 'not known yet' }, ...assemblyOptions(job, ['floor'])]}
            onChange={(a) => save({ ...s, floorAssemblyId: a || null }, 'Construction of the floor')}
          />
        )}
      </Field>
      <ConstructionButton assemblyId={s.floorAssemblyId} />
      {!outdoors && (
        <>
          <WordChoice
            label="Copy into a new storey"
            value={copy}
            words={{ outer: 'the outer walls', all: 'all walls', none: 'nothing' }}
            onChange={setCopy}
          />
          <div className="mt-2 grid grid-cols-2 gap-2">
            <Button onClick={() => go(addStorey(job, s.buildingId, 'above', copy))}>
              <Layers size={15} aria-hidden="true" /> Storey above
            </Button>
            <Button onClick={() => go(addStorey(job, s.buildingId, 'below', copy))}>
              <Layers size={15} aria-hidden="true" /> Storey below
            </Button>
          </div>
        </>
      )}
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Button
          onClick={() =>
            go(
              addBuilding(job, {
                name: `Outbuilding ${job.buildings.length}`,
                widthM: 6,
                depthM: 4,
                wallAssemblyId: outerAssembly(job, s.id) ?? newWallAssembly(store.getState()),
              }),
            )
          }
        >
          Add a building
        </Button>
        {job.buildings.some((b) => b.kind === 'outdoors') ? (
          <Button onClick={() => go(removeStorey(job, s.id))}>
            <Trash2 size={15} aria-hidden="true" /> This storey
          </Button>
        ) : (
          <Button onClick={() => go(addOutdoors(job))}>Add the outdoors</Button>
        )}
        {!job.buildings.some((b) => b.kind === 'outdoors') && (
          <Button className="col-span-2" onClick={() => go(removeStorey(job, s.id))}>
            <Trash2 size={15} aria-hidden="true" /> Remove this storey
          </Button>
        )}
      </div>
    </>
  );
}
