'use client';

import { find, type Job } from '@/core/job/job';
import { spotNeed } from '@/core/job/needs';
import { bands, type AnyRecord, type Assembly, type RecordOf, type RecordType } from '@/core/job/records';
import { Choice, Field, PartHead, TextInput } from '@/ui/primitives';
import { needText } from '@/ui/units';
import { ActivityPicker } from './ActivityPicker';
import { LengthField, NameField, NumberField } from './inputs';

interface Props<T extends RecordType> {
  job: Job;
  record: RecordOf<T>;
  save: (next: AnyRecord, what: string) => void;
}

const assemblyOptions = (job: Job, uses: Assembly['use'][]) =>
  job.assemblies.filter((a) => uses.includes(a.use)).map((a) => ({ value: a.id, text: a.name }));

export function WallFields({ job, record: w, save }: Props<'wall'>) {
  const length = Math.hypot(w.bx - w.ax, w.by - w.ay);
  return (
    <>
      <PartHead>Wall</PartHead>
      <Field label="Made of">
        {(id) => (
          <Choice
            id={id}
            value={w.assemblyId}
            options={assemblyOptions(job, ['wall'])}
            onChange={(assemblyId) =>
              save(
                { ...w, assemblyId },
                `Wall of ${find(job, 'assembly', assemblyId)?.name.toLowerCase() ?? ''}`,
              )
            }
          />
        )}
      </Field>
      <LengthField
        label="Length"
        value={length}
        min={0.05}
        max={500}
        onChange={(metres) =>
          save(
            {
              ...w,
              bx: w.ax + ((w.bx - w.ax) * metres) / length,
              by: w.ay + ((w.by - w.ay) * metres) / length,
            },
            'Length of a wall',
          )
        }
      />
    </>
  );
}

export function OpeningFields({ job, record: o, save }: Props<'opening'>) {
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
              save({ ...o, kind }, `Make it a ${kind}`)
            }
          />
        )}
      </Field>
      <Field label="Made of">
        {(id) => (
          <Choice
            id={id}
            value={o.assemblyId ?? ''}
            options={[{ value: '', text: 'open' }, ...assemblyOptions(job, ['opening'])]}
            onChange={(a) => save({ ...o, assemblyId: a || null }, 'What an opening is made of')}
          />
        )}
      </Field>
      <LengthField
        label="Along the wall"
        value={o.offsetM}
        min={0}
        max={length}
        onChange={(offsetM) => save({ ...o, offsetM }, 'Move an opening')}
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

export function SpotFields({ job, record: s, save }: Props<'spot'>) {
  const need = spotNeed(job, s);
  return (
    <>
      <PartHead>Spot</PartHead>
      <NameField value={s.name} onChange={(name) => save({ ...s, name }, `Rename spot ${s.number}`)} />
      <Field label="Room">
        {(id) => (
          <Choice
            id={id}
            value={s.roomId}
            options={job.rooms
              .filter((r) => r.storeyId === s.storeyId)
              .map((r) => ({ value: r.id, text: r.name }))}
            onChange={(roomId) => save({ ...s, roomId }, `Room of spot ${s.number}`)}
          />
        )}
      </Field>
      <LengthField
        label="Height above floor"
        value={s.heightM}
        min={0}
        max={20}
        onChange={(heightM) => save({ ...s, heightM }, `Height of spot ${s.number}`)}
      />
      <LengthField
        label="East of the corner"
        value={s.xM}
        min={-2000}
        max={2000}
        onChange={(xM) => save({ ...s, xM }, `Move spot ${s.number}`)}
      />
      <LengthField
        label="South of the corner"
        value={s.yM}
        min={-2000}
        max={2000}
        onChange={(yM) => save({ ...s, yM }, `Move spot ${s.number}`)}
      />
      <PartHead right={needText(need.downMbps, need.upMbps)}>Need</PartHead>
      <Field label="Need of">
        {(id) => (
          <Choice
            id={id}
            value={s.activityIds === null ? 'room' : 'own'}
            options={[
              { value: 'room', text: 'its room' },
              { value: 'own', text: 'its own' },
            ]}
            onChange={(v) =>
              save(
                {
                  ...s,
                  activityIds: v === 'own' ? [...(find(job, 'room', s.roomId)?.activityIds ?? [])] : null,
                },
                `Need of spot ${s.number}`,
              )
            }
          />
        )}
      </Field>
      {s.activityIds !== null && (
        <ActivityPicker
          job={job}
          chosen={s.activityIds}
          onChange={(activityIds) => save({ ...s, activityIds }, `Need of spot ${s.number}`)}
        />
      )}
    </>
  );
}

export function ObstacleFields({ record: o, save }: Props<'obstacle'>) {
  const what = (v: string) => `${v} of ${o.name.toLowerCase()}`;
  return (
    <>
      <PartHead>Thing in the room</PartHead>
      <NameField value={o.name} onChange={(name) => save({ ...o, name }, `Rename ${o.name}`)} />
      <LengthField
        label="Width"
        value={o.widthM}
        min={0.01}
        max={100}
        onChange={(widthM) => save({ ...o, widthM }, what('Width'))}
      />
      <LengthField
        label="Depth"
        value={o.depthM}
        min={0.01}
        max={100}
        onChange={(depthM) => save({ ...o, depthM }, what('Depth'))}
      />
      <NumberField
        label="Turned"
        value={o.turnDeg}
        unit="°"
        min={-360}
        max={360}
        onChange={(turnDeg) => save({ ...o, turnDeg }, what('Turn'))}
      />
      <LengthField
        label="Bottom above floor"
        value={o.bottomM}
        min={-5}
        max={o.topM - 0.01}
        onChange={(bottomM) => save({ ...o, bottomM }, what('Bottom'))}
      />
      <LengthField
        label="Top above floor"
        value={o.topM}
        min={o.bottomM + 0.01}
        max={100}
        onChange={(topM) => save({ ...o, topM }, what('Top'))}
      />
      <PartHead right="planning values">Loss</PartHead>
      {bands.map((b) => (
        <NumberField
          key={b}
          label={`${b} GHz`}
          value={o.lossDb[b]}
          unit="dB"
          min={0}
          max={100}
          onChange={(v) => save({ ...o, lossDb: { ...o.lossDb, [b]: v } }, what('Loss'))}
        />
      ))}
    </>
  );
}

export function ServiceFields({ record: s, save }: Props<'service'>) {
  return (
    <>
      <PartHead>{s.kind === 'socket' ? 'Socket' : 'Service'}</PartHead>
      <NameField value={s.name} onChange={(name) => save({ ...s, name }, `Rename ${s.name}`)} />
      <Field label="Circuit">
        {(id) => (
          <TextInput
            id={id}
            value={s.circuit}
            className="w-28"
            read={(t) => save({ ...s, circuit: t.trim().slice(0, 40) }, `Circuit of ${s.name}`)}
          />
        )}
      </Field>
      <LengthField
        label="Height above floor"
        value={s.heightM}
        min={-5}
        max={20}
        onChange={(heightM) => save({ ...s, heightM }, `Height of ${s.name}`)}
      />
      <Field label="Note">
        {(id) => (
          <TextInput
            id={id}
            value={s.note}
            read={(t) => save({ ...s, note: t.slice(0, 2000) }, `Note on ${s.name}`)}
          />
        )}
      </Field>
    </>
  );
}

export function UnitFields({ job, record: u, save }: Props<'unit'>) {
  return (
    <>
      <PartHead right={`letter ${u.letter}`}>Unit as found</PartHead>
      <NameField value={u.name} onChange={(name) => save({ ...u, name }, `Rename ${u.letter}`)} />
      <Field label="Kit">
        {(id) => (
          <Choice
            id={id}
            value={u.kitId}
            options={job.kits.map((k) => ({ value: k.id, text: k.name }))}
            onChange={(kitId) => save({ ...u, kitId }, `Kit of ${u.letter}`)}
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
    </>
  );
}
