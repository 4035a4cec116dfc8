'use client';

import { Unplug } from 'lucide-react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { find } from '@/core/job/job';
import type { CableRun, ServicePoint } from '@/core/job/records';
import { coaxTree } from '@/core/survey/coaxTree';
import { Choice, Field, IconButton, PartHead } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { LengthField, NameField, NumberField, WordsField } from '@/client/inputs';
import type { FieldsProps } from './shared';
import { chosen, TickField, WordChoice } from '@/ui/WordChoice';

const breakers = {
  unknown: 'not known',
  plain: 'plain',
  'residual-current': 'residual-current',
  'arc-fault': 'arc-fault',
} as const;
const cables = {
  unknown: 'not known',
  rg6: 'RG-6',
  rg59: 'RG-59',
  rg11: 'RG-11',
  cat5: 'Cat 5',
  cat5e: 'Cat 5e',
  cat6: 'Cat 6',
  cat6a: 'Cat 6a',
  cat7: 'Cat 7',
  fibre: 'Fibre',
} as const;
const joined = { unknown: 'not known', joined: 'yes', 'not-joined': 'no: not connected' } as const;

/** Services that a cable of the house can end at. */
const cabled: ServicePoint['kind'][] = ['entry', 'coax', 'splitter', 'data', 'panel'];

export function ServicePointFields({ job, record: s, save }: FieldsProps<'service'>) {
  const isCoax = s.kind === 'coax' || s.kind === 'splitter';
  return (
    <>
      <PartHead>{s.kind === 'socket' ? 'Power socket' : 'Service'}</PartHead>
      <NameField of={s.id} value={s.name} onChange={(name) => save({ ...s, name }, `Rename ${s.name}`)} />
      {s.kind === 'entry' && (
        <WordChoice
          label="Existing modem or router"
          value={s.box}
          words={{ none: 'not known', terminal: 'plain modem or terminal', 'modem-router': 'modem-router' }}
          onChange={(box) => save({ ...s, box }, 'Modem or router at the entry')}
        />
      )}
      {(s.kind === 'socket' || s.kind === 'board') && (
        <>
          <WordsField
            label="Circuit"
            value={s.circuit}
            most={40}
            className="w-28"
            save={(circuit) => save({ ...s, circuit }, `Circuit of ${s.name}`)}
          />
          <WordsField
            label="Phase or leg"
            value={s.phase}
            most={8}
            className="w-28"
            save={(phase) => save({ ...s, phase }, `Phase of ${s.name}`)}
          />
          <WordChoice
            label="Breaker"
            value={s.breaker}
            words={breakers}
            onChange={(breaker) => save({ ...s, breaker }, `Breaker of ${s.name}`)}
          />
        </>
      )}
      {s.kind === 'socket' && (
        <>
          <NumberField
            label="Sockets on the plate"
            value={s.outlets}
            unit=""
            min={1}
            max={8}
            onChange={(n) => save({ ...s, outlets: Math.round(n) }, `Plate of ${s.name}`)}
          />
          {s.outlets > 1 && (
            <WordChoice
              label="Sockets stand"
              value={s.plate}
              words={{ row: 'side by side', stack: 'one over the other' }}
              onChange={(plate) => save({ ...s, plate }, `Plate of ${s.name}`)}
            />
          )}
          <WordChoice
            label="Wall switch"
            value={s.switched}
            words={{ no: 'none', half: 'switches half of the plate', all: 'switches all of it' }}
            onChange={(switched) => save({ ...s, switched }, `Switch of ${s.name}`)}
          />
          <TickField
            label="On a surge-protected strip"
            value={s.onStrip}
            onChange={(onStrip) => save({ ...s, onStrip }, `Strip at ${s.name}`)}
          />
        </>
      )}
      {(s.kind === 'coax' || s.kind === 'data') && (
        <WordChoice
          label="Connected"
          value={s.joined}
          words={joined}
          onChange={(v) => save({ ...s, joined: v }, `Is ${s.name} joined`)}
        />
      )}
      {s.kind === 'splitter' && (
        <>
          <NumberField
            label="Outputs"
            value={s.ways ?? 4}
            unit="ways"
            min={2}
            max={16}
            onChange={(n) => save({ ...s, ways: Math.round(n) }, `Outputs of ${s.name}`)}
          />
          <WordChoice
            label="Rated for coax links"
            value={s.rated}
            words={{ unknown: 'not known', yes: 'yes', no: 'no', replaced: 'no: a new one is planned' }}
            onChange={(rated) => save({ ...s, rated }, `Rating of ${s.name}`)}
          />
          <TickField
            label="Amplifies"
            value={s.amplifier}
            onChange={(amplifier) => save({ ...s, amplifier }, `Amplifier ${s.name}`)}
          />
        </>
      )}
      <LengthField
        label="Height above floor"
        value={s.heightM}
        min={-5}
        max={20}
        onChange={(heightM) => save({ ...s, heightM }, `Height of ${s.name}`)}
      />
      <WordsField
        label="Note"
        value={s.note}
        most={2000}
        className="w-40"
        save={(note) => save({ ...s, note }, `Note on ${s.name}`)}
      />
      {cabled.includes(s.kind) && <Cables job={job} record={s} save={save} />}
      {isCoax && <Tree job={job} />}
    </>
  );
}

/** Cables that end at a service, and a new one. */
function Cables({ job, record: s, save }: FieldsProps<'service'>) {
  const store = useJobStore();
  const runs = job.cableRuns.filter((c) => c.fromId === s.id || c.toId === s.id);
  const others = job.services.filter(
    (o) =>
      o.id !== s.id && cabled.includes(o.kind) && !runs.some((c) => c.fromId === o.id || c.toId === o.id),
  );
  const place = (o: ServicePoint) =>
    `${o.name}, ${find(job, 'storey', o.storeyId)?.name.toLowerCase() ?? ''}`;
  const isCoax = s.kind === 'coax' || s.kind === 'splitter';
  const change = (c: CableRun, part: Partial<CableRun>, what: string) => save({ ...c, ...part }, what);
  return (
    <>
      <PartHead right={`${runs.length}`}>Cables to this point</PartHead>
      {runs.map((c) => {
        const far = find(job, 'service', c.fromId === s.id ? c.toId : c.fromId);
        return (
          <div key={c.id} className="border-b border-rule py-1.5">
            <div className="flex items-center justify-between gap-2">
              <span className="min-w-0 truncate font-semibold">to {far ? place(far) : 'nowhere'}</span>
              <IconButton
                label={`Remove the cable to ${far?.name ?? ''}`}
                onClick={() =>
                  store.getState().commit({ label: `Remove a cable of ${s.name}`, put: [], remove: [c.id] })
                }
              >
                <Unplug size={15} />
              </IconButton>
            </div>
            <div className="flex items-center gap-2">
              <Choice
                label="Cable"
                value={c.cable}
                options={(Object.keys(cables) as (keyof typeof cables)[]).map((value) => ({
                  value,
                  text: cables[value],
                }))}
                onChange={(v) => {
                  const cable = chosen(cables, v);
                  if (cable) change(c, { cable }, 'Cable');
                }}
              />
              <LengthField
                label="long"
                value={c.lengthM ?? 0}
                min={0}
                max={2000}
                onChange={(lengthM) => change(c, { lengthM: lengthM || null }, 'Length of a cable')}
              />
            </div>
          </div>
        );
      })}
      {others.length > 0 && (
        <Field label="Add a cable to">
          {(id) => (
            <Choice
              id={id}
              value=""
              options={[
                { value: '', text: 'choose …' },
                ...others.map((o) => ({ value: o.id, text: place(o) })),
              ]}
              onChange={(toId) => {
                if (!toId) return;
                const far = find(job, 'service', toId);
                const run: CableRun = {
                  type: 'cableRun',
                  id: freshId(job, 'run'),
                  // the splitter or panel is where a cable comes from
                  ...(s.kind === 'splitter' || s.kind === 'panel' || s.kind === 'entry'
                    ? { fromId: s.id, toId }
                    : { fromId: toId, toId: s.id }),
                  cable: isCoax ? 'rg6' : 'unknown',
                  lengthM: null,
                  note: '',
                };
                const put = [s, far].flatMap((o) =>
                  o && (o.kind === 'coax' || o.kind === 'data') && o.joined !== 'joined'
                    ? [{ ...o, joined: 'joined' as const }]
                    : [],
                );
                store.getState().commit(putOne(`Cable from ${s.name} to ${far?.name ?? ''}`, run, ...put));
              }}
            />
          )}
        </Field>
      )}
    </>
  );
}

/** The coax of the house as a tree, from the entry down to the outlets. */
function Tree({ job }: Pick<FieldsProps<'service'>, 'job'>) {
  const store = useJobStore();
  const rows = coaxTree(job);
  if (rows.length === 0) return null;
  return (
    <>
      <PartHead>Coax of the house</PartHead>
      <ul>
        {rows.map(({ servicePoint, depth, words }) => (
          <li key={servicePoint.id} style={{ paddingLeft: depth * 14 }} className="border-b border-rule">
            <button
              type="button"
              className="flex w-full items-baseline gap-2 py-1 text-left hover:bg-paper"
              onClick={() =>
                store.getState().set({ selectedId: servicePoint.id, storeyId: servicePoint.storeyId })
              }
            >
              {depth > 0 && <span aria-hidden="true">└</span>}
              <span className="min-w-0 flex-1 truncate">{servicePoint.name}</span>
              <span className="text-[12px] text-muted">{words}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
