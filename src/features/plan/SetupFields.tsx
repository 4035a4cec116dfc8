'use client';

import {
  askedFor,
  type JoinWay,
  joinWays,
  lightStates,
  portUses,
  type ProductSetup,
} from '@/core/job/productSetup';
import type { Product } from '@/core/job/records';
import { NumberField } from '@/client/inputs';
import { Field, PartHead, TextInput } from '@/ui/primitives';
import { TickField } from '@/ui/WordChoice';

const wayWords: Record<JoinWay, string> = {
  cable: 'by cable',
  button: 'button on it',
  'button-both': 'button on both',
  'picture-code': 'QR code',
  'setup-code': 'setup code',
  'own-page': 'own web page',
  app: 'app',
};
const askedWords: Record<(typeof askedFor)[number], string> = {
  account: 'An account',
  'admin-password': 'A password for its web page',
  'recovery-questions': 'Recovery questions',
};

/** A list typed with commas, each of them one of some words. @throws Error that names what is none */
function listOf<T extends string>(text: string, words: Record<T, string>): T[] {
  const keys = Object.keys(words) as T[];
  return text
    .split(',')
    .map((part) => part.trim().toLowerCase())
    .filter((part) => part !== '')
    .map((part) => {
      const key = keys.find((k) => k === part || words[k].toLowerCase() === part);
      if (!key) throw new Error(`“${part}” is none of: ${keys.map((k) => words[k]).join(', ')}.`);
      return key;
    });
}

const numbers = [
  ['buttonHoldS', 'Button is held', 's', 0, 60],
  ['windowS', 'Pairing window', 's', 10, 900],
  ['resetHoldS', 'Reset is held', 's', 0, 60],
  ['benchM', 'Set up within', 'm', 0.3, 20],
  ['restartMin', 'Restart after setting, 0 = none', 'min', 0, 30],
  ['firmwareMin', 'Firmware update takes', 'min', 0, 120],
  ['leadM', 'Power lead, 0 = plugs into the socket', 'm', 0, 10],
  ['coldestC', 'Lowest temperature', '°C', -60, 20],
  ['warmestC', 'Highest temperature', '°C', 20, 90],
] as const;
const texts = [
  ['firstNetwork', 'First network', 'its default network', 32],
  ['keyAt', 'Its key is printed', 'the place, never the key itself', 60],
  ['fixing', 'Fixings', 'screws, anchors, a bracket', 120],
] as const;

/** How a product is set up: what its leaflet says, and the runbook with it. */
export function SetupFields({
  product: { setup },
  set,
}: {
  product: Product;
  set: (part: Partial<Product>, what: string) => void;
}) {
  const put = (part: Partial<ProductSetup>, what: string) => set({ setup: { ...setup, ...part } }, what);
  return (
    <>
      <PartHead>Setup</PartHead>
      <Field label="Joins" note="best first, separated by commas">
        {(id) => (
          <TextInput
            id={id}
            className="w-full"
            value={setup.join.map((w) => wayWords[w]).join(', ')}
            read={(text) => {
              const join = [...new Set(listOf(text, wayWords))];
              if (join.length === 0)
                throw new Error(`At least one of: ${joinWays.map((w) => wayWords[w]).join(', ')}.`);
              put({ join }, 'Ways to join');
            }}
          />
        )}
      </Field>
      {numbers.map(([key, label, unit, min, max]) => (
        <NumberField
          key={key}
          {...{ label, unit, min, max }}
          value={setup[key]}
          onChange={(v) => put({ [key]: v }, label)}
        />
      ))}
      <Field label="Ports" note="mark = line, local or any; separated by commas">
        {(id) => (
          <TextInput
            id={id}
            className="w-full"
            value={setup.ports.map((p) => `${p.mark} = ${p.use}`).join(', ')}
            read={(text) => put({ ports: portsOf(text) }, 'Ports')}
          />
        )}
      </Field>
      {texts.map(([key, label, note, most]) => (
        <Field key={key} label={label} note={note}>
          {(id) => (
            <TextInput
              id={id}
              className="w-full"
              value={setup[key]}
              read={(text) => put({ [key]: text.trim().slice(0, most) }, label)}
            />
          )}
        </Field>
      ))}
      <fieldset>
        <legend className="pt-1 text-muted">Setup asks for</legend>
        {askedFor.map((what) => (
          <TickField
            key={what}
            label={askedWords[what]}
            value={setup.asks.includes(what)}
            onChange={(is) =>
              put(
                { asks: is ? [...setup.asks, what] : setup.asks.filter((a) => a !== what) },
                'What it asks for',
              )
            }
          />
        ))}
      </fieldset>
      <TickField
        label="Routes by default"
        value={setup.routes}
        onChange={(routes) => put({ routes }, 'Routing')}
      />
    </>
  );
}

/** @throws Error that names what is no port */
function portsOf(text: string): ProductSetup['ports'] {
  const ports = text
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => {
      const [mark = '', what = ''] = part.split('=').map((t) => t.trim());
      const use = portUses.find((u) => u === what.toLowerCase());
      if (!mark || mark.length > 20 || !use) throw new Error('For example: line = line, 2 = local');
      return { mark, use };
    });
  if (ports.length > 12) throw new Error('At most 12.');
  return ports;
}

/** «good: a steady light = joined, good link». @throws Error with an example */
export function lightOf(text: string): Product['lights'][number] {
  const [, state, look, means] = /^(?:\s*([a-z-]+)\s*:)?\s*([^=]+?)\s*=\s*(.+?)\s*$/.exec(text) ?? [];
  const known = lightStates.find((s) => s === (state ?? 'other'));
  if (!look || !means || !known)
    throw new Error(`For example: good: a steady light = joined. States: ${lightStates.join(', ')}.`);
  return { colour: look.slice(0, 40), means: means.slice(0, 120), state: known };
}
