'use client';

import { useState } from 'react';
import type { Job } from '@/core/job/job';
import { farEndUrlSchema } from '@/core/job/farEndUrl';
import { freshId } from '@/core/job/fresh';
import { bands, type AnyRecord, type Device } from '@/core/job/records';
import { Button, Choice, Field, PartHead, TextInput } from '@/ui/primitives';
import { NameField, NumberField } from '@/client/inputs';
import { standardWords } from './FixedDeviceFields';
import { WordChoice } from '@/ui/WordChoice';

type Save = (next: AnyRecord, what: string) => void;

/** The plan, and the devices that matter: the one that tests, the household's best and worst. */
export function HouseholdFields({ job, save }: { job: Job; save: Save }) {
  const { info } = job;
  const [shown, setShown] = useState<string | null>(null);
  const devices = job.devices.map((d) => ({ value: d.id, text: d.name }));
  const device = job.devices.find((d) => d.id === shown);
  return (
    <>
      <PartHead>Job</PartHead>
      <NameField value={info.name} onChange={(name) => save({ ...info, name }, 'Rename the job')} />
      <NumberField
        label="Contract speed, download"
        value={info.planDownMbps}
        unit="Mbps"
        min={1}
        max={100000}
        onChange={(planDownMbps) => save({ ...info, planDownMbps }, 'Contract speed')}
      />
      <NumberField
        label="Contract speed, upload"
        value={info.planUpMbps}
        unit="Mbps"
        min={1}
        max={100000}
        onChange={(planUpMbps) => save({ ...info, planUpMbps }, 'Contract speed')}
      />
      <NumberField
        label="Internet latency"
        value={info.streetLatencyMs}
        unit="ms"
        min={0}
        max={2000}
        onChange={(streetLatencyMs) => save({ ...info, streetLatencyMs }, 'Internet latency')}
      />
      <Field label="Test server">
        {(id) => (
          <TextInput
            id={id}
            value={info.farEndUrl ?? ''}
            read={(text) => {
              const farEndUrl = text.trim() === '' ? null : farEndUrlSchema.safeParse(text);
              if (farEndUrl?.error) throw new Error(`Needed is ${farEndUrl.error.issues[0]?.message}.`);
              save({ ...info, farEndUrl: farEndUrl?.data ?? null }, 'Test server');
            }}
          />
        )}
      </Field>
      <p className="mb-2 text-[12px] text-muted">
        Your own machine on the internet that runs “nestle far-end”. Phones use it to test the home network
        and the internet together.
      </p>
      <PartHead>Devices</PartHead>
      <Field label="Tested with">
        {(id) => (
          <Choice
            id={id}
            value={info.testDeviceId ?? ''}
            options={devices}
            onChange={(testDeviceId) => save({ ...info, testDeviceId }, 'Test device')}
          />
        )}
      </Field>
      <Field label="Best device">
        {(id) => (
          <Choice
            id={id}
            value={info.bestDeviceId ?? ''}
            options={[{ value: '', text: 'not known' }, ...devices]}
            onChange={(v) => save({ ...info, bestDeviceId: v || null }, 'Best device')}
          />
        )}
      </Field>
      <Field label="Weakest device">
        {(id) => (
          <Choice
            id={id}
            value={info.worstDeviceId ?? ''}
            options={[{ value: '', text: 'not known' }, ...devices]}
            onChange={(v) => save({ ...info, worstDeviceId: v || null }, 'Weakest device')}
          />
        )}
      </Field>
      <Field label="Selected">
        {(id) => (
          <Choice
            id={id}
            value={shown ?? ''}
            options={[{ value: '', text: 'none' }, ...devices]}
            onChange={(v) => setShown(v || null)}
          />
        )}
      </Field>
      {device && <DeviceFields device={device} save={save} />}
      <Button
        className="mt-2 w-full"
        onClick={() => {
          const id = freshId(job, 'dev');
          save(
            {
              type: 'device',
              id,
              name: `Device ${job.devices.length + 1}`,
              standard: 'he',
              streams: 2,
              widthMHz: { '2.4': 20, '5': 80, '6': null },
              txDbm: 14,
              capMbps: null,
            },
            'Add a device',
          );
          setShown(id);
        }}
      >
        Add a device
      </Button>
    </>
  );
}

const widths = {
  none: 'no',
  '20': '20 MHz',
  '40': '40 MHz',
  '80': '80 MHz',
  '160': '160 MHz',
  '320': '320 MHz',
} as const;

function DeviceFields({ device: d, save }: { device: Device; save: Save }) {
  const what = (v: string) => `${v} of ${d.name}`;
  return (
    <div className="border-l-2 border-action pl-3">
      <NameField value={d.name} onChange={(name) => save({ ...d, name }, `Rename ${d.name}`)} />
      <WordChoice
        label="Wi-Fi"
        value={d.standard}
        words={standardWords}
        onChange={(standard) => save({ ...d, standard }, what('Wi-Fi'))}
      />
      <NumberField
        label="Streams"
        value={d.streams}
        unit=""
        min={1}
        max={8}
        onChange={(n) => save({ ...d, streams: Math.round(n) }, what('Streams'))}
      />
      {bands.map((b) => (
        <WordChoice
          key={b}
          label={`${b} GHz`}
          value={d.widthMHz[b] === null ? 'none' : (String(d.widthMHz[b]) as keyof typeof widths)}
          words={widths}
          onChange={(v) => {
            const width = ([20, 40, 80, 160, 320] as const).find((w) => String(w) === v) ?? null;
            save({ ...d, widthMHz: { ...d.widthMHz, [b]: width } }, what('Channel width'));
          }}
        />
      ))}
      <NumberField
        label="Transmit power"
        value={d.txDbm}
        unit="dBm"
        min={-10}
        max={30}
        onChange={(txDbm) => save({ ...d, txDbm }, what('Power'))}
      />
      <NumberField
        label="Maximum test speed, 0 = unlimited"
        value={d.capMbps ?? 0}
        unit="Mbps"
        min={0}
        max={100000}
        onChange={(v) => save({ ...d, capMbps: v || null }, what('Most'))}
      />
    </div>
  );
}
