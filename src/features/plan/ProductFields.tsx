'use client';

import { explanations } from '@/ui/explanations';
import { Trash2 } from 'lucide-react';
import { plainRadio } from '@/core/templates/products';
import { bands, type Product } from '@/core/job/records';
import { NameField, NumberField } from '@/client/inputs';
import { Button, Choice, Field, IconButton, PartHead, TextInput, Tip } from '@/ui/primitives';
import { TickField, WordChoice } from '@/ui/WordChoice';
import { lightOf, SetupFields } from './SetupFields';

export const kindWords: Record<Product['kind'], string> = {
  main: 'main unit',
  node: 'mesh node',
  'plug-in': 'plug-in node',
  outdoor: 'outdoor node',
  'access-point': 'access point',
  plate: 'plate with radio',
  extender: 'extender',
  router: 'old router',
  powerline: 'powerline',
  coax: 'coax adapter',
  splitter: 'splitter',
  filter: 'filter',
  switch: 'switch',
  injector: 'injector',
  converter: 'converter',
  cable: 'cable',
  surge: 'surge protector',
  mount: 'mount',
  fitting: 'fitting',
};
const poeWords = {
  none: 'no',
  af: 'af, 15 W',
  at: 'at, 30 W',
  bt3: 'bt type 3, 60 W',
  bt4: 'bt type 4, 90 W',
} as const;
const standardWords = { ht: 'n', vht: 'ac', he: 'ax', eht: 'be' } as const;
const patternWords = { isotropic: 'all round', dipole: 'like a stick', 'half-space': 'to one side' } as const;
const widths = ['20', '40', '80', '160', '320'] as const;
type Radio = Product['radios'][number];

/** All that the catalogue knows of a product. @param onRemove null while something uses it. */
export function ProductFields({
  product: k,
  save,
  onRemove,
}: {
  product: Product;
  save: (next: Product, label: string) => void;
  onRemove: (() => void) | null;
}) {
  const set = (part: Partial<Product>, what: string) => save({ ...k, ...part }, `${what} of ${k.name}`);
  const number = (
    label: string,
    key: keyof Product &
      (
        | 'priceEur'
        | 'fitMinutes'
        | 'portMbps'
        | 'ports'
        | 'poePorts'
        | 'powerW'
        | 'ipRating'
        | 'socketsTaken'
        | 'onVan'
      ),
    unit: string,
    max: number,
  ) => (
    <NumberField
      label={label}
      value={k[key]}
      unit={unit}
      min={0}
      max={max}
      onChange={(v) =>
        set(
          {
            [key]:
              key === 'priceEur' ||
              key === 'onVan' ||
              key === 'powerW' ||
              key === 'fitMinutes' ||
              key === 'portMbps'
                ? v
                : Math.round(v),
          },
          label,
        )
      }
    />
  );
  return (
    <>
      <PartHead right={kindWords[k.kind]}>{k.name}</PartHead>
      <NameField value={k.name} onChange={(name) => save({ ...k, name }, `Rename ${k.name}`)} />
      <WordChoice label="Kind" value={k.kind} words={kindWords} onChange={(kind) => set({ kind }, 'Kind')} />
      {number('Price', 'priceEur', '€', 100_000)}
      {number('Minutes to fit', 'fitMinutes', 'min', 1000)}
      <Field label="Family" note="products that mesh with each other">
        {(id) => (
          <TextInput
            id={id}
            value={k.family}
            read={(t) => set({ family: t.trim().slice(0, 40) }, 'Family')}
          />
        )}
      </Field>
      <NumberField
        label="Most units, 0 = not stated"
        value={k.mostUnits ?? 0}
        unit=""
        min={0}
        max={64}
        onChange={(v) => set({ mostUnits: v ? Math.round(v) : null }, 'Most units')}
      />
      {number('Fastest port', 'portMbps', 'Mbps', 100_000)}
      {number('Ports', 'ports', '', 64)}
      <WordChoice
        label="Power over its cable (PoE)"
        value={k.poeIn ?? 'none'}
        words={poeWords}
        onChange={(v) => set({ poeIn: v === 'none' ? null : v }, 'Feeding')}
      />
      {number('Power draw', 'powerW', 'W', 200)}
      {number('PoE ports', 'poePorts', '', 64)}
      <WordChoice
        label="PoE type"
        value={k.poeOut ?? 'none'}
        words={poeWords}
        onChange={(v) => set({ poeOut: v === 'none' ? null : v }, 'Power')}
      />
      <NumberField
        label="Total, 0 = not stated"
        value={k.poeBudgetW ?? 0}
        unit="W"
        min={0}
        max={2000}
        onChange={(v) => set({ poeBudgetW: v || null }, 'Power budget')}
      />
      <TickField
        label="Weatherproof"
        value={k.weatherproof}
        onChange={(weatherproof) => set({ weatherproof }, 'Weather')}
      />
      <Field label="Supplier">
        {(id) => (
          <TextInput
            id={id}
            value={k.supplier}
            read={(text) => set({ supplier: text.trim().slice(0, 80) }, 'Supplier')}
          />
        )}
      </Field>
      {number('On the van', 'onVan', '', 100_000)}
      <TickField
        label="Preferred: listed first"
        value={k.preferred}
        onChange={(preferred) => set({ preferred }, 'Preferred')}
      />
      {number('IP rating', 'ipRating', '', 69)}
      {number('Sockets that its plug covers', 'socketsTaken', '', 6)}
      <SetupFields product={k} set={set} />
      <Radios product={k} set={set} />
      <PartHead>Status light</PartHead>
      {k.lights.length === 0 && <p className="text-muted">No light state is known.</p>}
      <ul>
        {k.lights.map((l) => (
          <li key={l.colour} className="flex justify-between gap-2 border-b border-rule py-0.5">
            <b>{l.colour}</b>{' '}
            <span className="text-muted">
              {l.means} ({l.state})
            </span>
          </li>
        ))}
      </ul>
      <Field label="Add" note="state: look = meaning">
        {(id) => (
          <TextInput
            id={id}
            value=""
            read={(text) => {
              const light = lightOf(text);
              if (k.lights.length >= 12) throw new Error('At most 12.');
              set(
                {
                  lights: [...k.lights.filter((l) => l.colour !== light.colour), light],
                },
                'Light',
              );
            }}
          />
        )}
      </Field>
      <Button className="mt-3 w-full" disabled={onRemove === null} onClick={onRemove ?? undefined}>
        <Trash2 size={15} /> {onRemove ? 'Remove from the catalogue' : 'In use in this job'}
      </Button>
    </>
  );
}

function Radios({
  product: k,
  set,
}: {
  product: Product;
  set: (part: Partial<Product>, what: string) => void;
}) {
  const put = (i: number, part: Partial<Radio>) =>
    set({ radios: k.radios.map((r, n) => (n === i ? { ...r, ...part } : r)) }, 'Radio');
  return (
    <>
      <PartHead right="band · use · Wi-Fi · streams · MHz · dBm">Radios</PartHead>
      {k.radios.map((r, i) => (
        <fieldset key={i} className="flex flex-wrap items-center gap-1.5 border-b border-rule py-1.5">
          <legend className="sr-only">Radio {i + 1}</legend>
          <Choice
            label="Band"
            value={r.band}
            options={bands.map((b) => ({ value: b, text: b }))}
            onChange={(v) => put(i, { band: bands.find((b) => b === v) ?? r.band })}
          />
          <Choice
            label="Use"
            value={r.use}
            options={[
              { value: 'access', text: 'devices' },
              { value: 'backhaul', text: 'own link' },
            ]}
            onChange={(v) => put(i, { use: v === 'backhaul' ? 'backhaul' : 'access' })}
          />
          <Choice
            label="Wi-Fi"
            value={r.standard}
            options={(['ht', 'vht', 'he', 'eht'] as const).map((s) => ({ value: s, text: standardWords[s] }))}
            onChange={(v) =>
              put(i, { standard: (['ht', 'vht', 'he', 'eht'] as const).find((s) => s === v) ?? r.standard })
            }
          />
          <Choice
            label="Streams"
            value={String(r.streams)}
            options={['1', '2', '3', '4', '8'].map((n) => ({ value: n, text: n }))}
            onChange={(v) => put(i, { streams: Number(v) })}
          />
          <Choice
            label="Width"
            value={String(r.widthMHz)}
            options={widths.map((w) => ({ value: w, text: w }))}
            onChange={(v) =>
              put(i, {
                widthMHz: ([20, 40, 80, 160, 320] as const).find((w) => String(w) === v) ?? r.widthMHz,
              })
            }
          />
          <Tip text={explanations.eirp}>
            <span>
              <TextInput
                label="EIRP, dBm"
                className="w-14 text-right"
                value={String(r.eirpDbm)}
                read={(text) => {
                  const n = Number(text);
                  if (!(n >= -10 && n <= 40)) throw new Error('From −10 to 40 dBm.');
                  put(i, { eirpDbm: n });
                }}
              />
            </span>
          </Tip>
          <Choice
            label="Radiates"
            value={r.pattern}
            options={(['isotropic', 'dipole', 'half-space'] as const).map((p) => ({
              value: p,
              text: patternWords[p],
            }))}
            onChange={(v) =>
              put(i, {
                pattern: (['isotropic', 'dipole', 'half-space'] as const).find((p) => p === v) ?? r.pattern,
              })
            }
          />
          <IconButton
            label={`Remove radio ${i + 1}`}
            onClick={() => set({ radios: k.radios.filter((_, n) => n !== i) }, 'Radio')}
          >
            <Trash2 size={15} />
          </IconButton>
        </fieldset>
      ))}
      <Button
        className="mt-2"
        disabled={k.radios.length >= 8}
        onClick={() =>
          set(
            {
              radios: [...k.radios, plainRadio],
            },
            'Radio',
          )
        }
      >
        Add a radio
      </Button>
    </>
  );
}
