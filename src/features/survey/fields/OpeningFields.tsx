'use client';

import { toast } from 'sonner';
import { find } from '@/core/job/job';
import { slideOpening } from '@/core/survey/wallEdits';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { ConstructionButton } from '../ConstructionButton';
import { LengthField } from '@/client/inputs';
import { assemblyOptions, type FieldsProps } from './shared';

export function OpeningFields({ job, record: o, save }: FieldsProps<'opening'>) {
  const wall = find(job, 'wall', o.wallId);
  const length = wall ? Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) : 500;
  return (
    <>
      <PartHead>Opening</PartHead>
      <Field label="Kind">
        {(id) => (
          <Choice
            id={id}
            value={o.kind}
            options={[
              { value: 'door', text: 'Door' },
              { value: 'window', text: 'Window' },
              { value: 'archway', text: 'Archway' },
            ]}
            onChange={(kind) =>
              (kind === 'door' || kind === 'window' || kind === 'archway') &&
              save({ ...o, kind }, `Change to ${kind}`)
            }
          />
        )}
      </Field>
      <Field label="Construction">
        {(id) => (
          <Choice
            id={id}
            value={o.assemblyId ?? ''}
            options={[{ value: '', text: 'open' }, ...assemblyOptions(job, ['opening'])]}
            onChange={(a) => save({ ...o, assemblyId: a || null }, 'Construction of the opening')}
          />
        )}
      </Field>
      <ConstructionButton assemblyId={o.assemblyId} />
      <LengthField
        label="Along the wall"
        value={o.offsetM}
        min={0}
        max={length}
        onChange={(offsetM) => {
          const moved = slideOpening(job, o, offsetM);
          if (Math.abs(moved.offsetM - offsetM) > 0.002)
            toast('The opening cannot move further. Another opening or the end of the wall is there.');
          save(moved, 'Move an opening');
        }}
      />
      <LengthField
        label="Width"
        value={o.widthM}
        min={0.1}
        max={length}
        onChange={(widthM) => save({ ...o, widthM }, 'Width of an opening')}
      />
      <LengthField
        label="Sill above floor"
        value={o.sillM}
        min={0}
        max={o.headM - 0.01}
        onChange={(sillM) => save({ ...o, sillM }, 'Sill of an opening')}
      />
      <LengthField
        label="Head above floor"
        value={o.headM}
        min={o.sillM + 0.01}
        max={20}
        onChange={(headM) => save({ ...o, headM }, 'Head of an opening')}
      />
      {o.kind === 'door' && (
        <>
          <Field label="Hinged at">
            {(id) => (
              <Choice
                id={id}
                value={o.hinge}
                options={[
                  { value: 'start', text: 'one end' },
                  { value: 'end', text: 'the other end' },
                ]}
                onChange={(h) => save({ ...o, hinge: h === 'end' ? 'end' : 'start' }, 'Hinge of a door')}
              />
            )}
          </Field>
          <Field label="Opens to">
            {(id) => (
              <Choice
                id={id}
                value={o.swing}
                options={[
                  { value: 'left', text: 'one side' },
                  { value: 'right', text: 'the other side' },
                ]}
                onChange={(s) => save({ ...o, swing: s === 'right' ? 'right' : 'left' }, 'Swing of a door')}
              />
            )}
          </Field>
        </>
      )}
    </>
  );
}
