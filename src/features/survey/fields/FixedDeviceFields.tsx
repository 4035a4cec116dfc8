'use client';

import { PartHead } from '@/ui/primitives';
import { needOf } from '@/core/job/needs';
import { needText } from '@/ui/units';
import { ActivityPicker } from '../ActivityPicker';
import { LengthField, NameField, NumberField } from '@/client/inputs';
import { CableFields } from '@/panels/plan/CableFields';
import type { FieldsProps } from './shared';
import { TickField, WordChoice } from '@/ui/WordChoice';

export const standardWords = {
  ht: 'n (Wi-Fi 4)',
  vht: 'ac (Wi-Fi 5)',
  he: 'ax (Wi-Fi 6)',
  eht: 'be (Wi-Fi 7)',
} as const;

/** A television, desktop, console, camera or bulb: how it can join. */
export function FixedDeviceFields({ job, record: d, save }: FieldsProps<'fixedDevice'>) {
  const what = (v: string) => `${v} of ${d.name}`;
  const need = needOf(job, d.activityIds);
  return (
    <>
      <PartHead>Fixed device</PartHead>
      <NameField value={d.name} onChange={(name) => save({ ...d, name }, `Rename ${d.name}`)} />
      <NumberField
        label="Wired port, 0 = none"
        value={d.portMbps}
        unit="Mbps"
        min={0}
        max={100000}
        onChange={(portMbps) => save({ ...d, portMbps }, what('Port'))}
      />
      <WordChoice
        label="Wi-Fi"
        value={d.standard ?? 'none'}
        words={{ none: 'none', ...standardWords }}
        onChange={(v) => save({ ...d, standard: v === 'none' ? null : v }, what('Wi-Fi'))}
      />
      {d.standard && (
        <>
          <NumberField
            label="Streams"
            value={d.streams}
            unit=""
            min={1}
            max={8}
            onChange={(n) => save({ ...d, streams: Math.round(n) }, what('Streams'))}
          />
          <TickField
            label="2.4 GHz only"
            value={d.only24}
            onChange={(only24) => save({ ...d, only24 }, what('Bands'))}
          />
        </>
      )}
      <WordChoice
        label="Power over its cable (PoE)"
        value={d.poe}
        words={{ none: 'no', af: 'PoE af', at: 'PoE at', bt3: 'PoE bt, type 3', bt4: 'PoE bt, type 4' }}
        onChange={(poe) => save({ ...d, poe }, what('Power'))}
      />
      {d.poe !== 'none' && (
        <NumberField
          label="Power draw"
          value={d.poeW}
          unit="W"
          min={0}
          max={100}
          onChange={(poeW) => save({ ...d, poeW }, what('Draw'))}
        />
      )}
      <LengthField
        label="Height above floor"
        value={d.heightM}
        min={-5}
        max={20}
        onChange={(heightM) => save({ ...d, heightM }, what('Height'))}
      />
      {d.portMbps > 0 && <CableFields job={job} device={d} />}
      <PartHead right={needText(need.downMbps, need.upMbps)}>Used for, at the same time</PartHead>
      <ActivityPicker
        job={job}
        chosen={d.activityIds}
        onChange={(activityIds) => save({ ...d, activityIds }, what('Need'))}
      />
    </>
  );
}
