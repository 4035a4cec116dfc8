'use client';

import { bands } from '@/core/job/records';
import { PartHead } from '@/ui/primitives';
import { LengthField, NameField, NumberField } from '@/client/inputs';
import type { FieldsProps } from './shared';
import { WordChoice } from '@/ui/WordChoice';

export function ThingFields({ record: o, save }: FieldsProps<'obstacle'>) {
  const what = (v: string) => `${v} of ${o.name.toLowerCase()}`;
  return (
    <>
      <PartHead>Object in the room</PartHead>
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
      <WordChoice
        label="Disturbs 2.4 GHz"
        value={o.disturbs}
        words={{ none: 'no', microwave: 'like a microwave oven', cordless: 'like a cordless phone' }}
        onChange={(disturbs) => save({ ...o, disturbs }, `What ${o.name.toLowerCase()} disturbs`)}
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
