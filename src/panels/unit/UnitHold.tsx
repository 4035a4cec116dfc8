'use client';

import type { Job } from '@/core/job/job';
import { bands, type Mount, type Unit } from '@/core/job/records';
import { busyShare } from '@/core/wifi/channels';
import { radioRules } from '@/core/wifi/radioRules';
import { NumberField } from '@/client/inputs';
import { Choice, Field, PartHead } from '@/ui/primitives';
import { WordChoice } from '@/ui/WordChoice';

const mounts: Record<Mount, string> = {
  shelf: 'on a shelf or table',
  wall: 'on a wall',
  ceiling: 'on a ceiling',
  socket: 'plugged into a socket',
  pole: 'on a pole or mast',
  cupboard: 'inside a cupboard',
};

/** How a unit is held, the way it faces, and its channels: all that turns or costs its signal. */
export function UnitHold({
  job,
  unit: u,
  save,
}: {
  job: Job;
  unit: Unit;
  save: (next: Unit, label: string) => void;
}) {
  const product = job.kits.find((k) => k.id === u.kitId);
  const rules = radioRules[job.info.countryGroup];
  return (
    <>
      <PartHead>How it is mounted</PartHead>
      <WordChoice
        label="Mount"
        value={u.mount}
        words={mounts}
        onChange={(mount) => save({ ...u, mount }, `Mount ${u.letter} another way`)}
      />
      <Field label="Top points">
        {(id) => (
          <Choice
            id={id}
            value={[0, 90, 180].includes(u.tiltDeg) ? String(u.tiltDeg) : 'other'}
            options={[
              { value: '0', text: 'up' },
              { value: '90', text: 'sideways' },
              { value: '180', text: 'down, upside down' },
              ...([0, 90, 180].includes(u.tiltDeg) ? [] : [{ value: 'other', text: `${u.tiltDeg}° over` }]),
            ]}
            onChange={(v) => v !== 'other' && save({ ...u, tiltDeg: Number(v) }, `Turn ${u.letter}`)}
          />
        )}
      </Field>
      <NumberField
        label="Tilt, 0 = upright"
        value={u.tiltDeg}
        unit="°"
        min={0}
        max={180}
        onChange={(tiltDeg) => save({ ...u, tiltDeg }, `Turn ${u.letter}`)}
      />
      <NumberField
        label="Direction, from north"
        value={u.facingDeg}
        unit="°"
        min={-360}
        max={360}
        onChange={(facingDeg) => save({ ...u, facingDeg }, `Turn ${u.letter}`)}
      />
      <PartHead right="used by neighbours">Channels</PartHead>
      {bands.map((band) => {
        const radio = product?.radios.find((r) => r.band === band && r.use === 'access');
        if (!radio) return null;
        const rule = rules.bands[band];
        const busy = (channel: number) =>
          Math.round(busyShare(job.neighbours, band, channel, radio.widthMHz) * 100);
        return (
          <Field key={band} label={`${band} GHz, ${radio.widthMHz} wide`}>
            {(id) => (
              <Choice
                id={id}
                value={String(u.channels[band] ?? '')}
                options={[
                  { value: '', text: 'quietest' },
                  ...rule.channels.map((c) => ({
                    value: String(c),
                    text: `${c}${rule.radar.includes(c) ? ', radar' : ''}, ${busy(c)} %`,
                  })),
                ]}
                onChange={(v) =>
                  save(
                    { ...u, channels: { ...u.channels, [band]: v === '' ? null : Number(v) } },
                    `Channel of ${u.letter} at ${band} GHz`,
                  )
                }
              />
            )}
          </Field>
        );
      })}
    </>
  );
}
