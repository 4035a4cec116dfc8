'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { find } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { type Doubt, doubtOf } from '@/core/proof/doubtfulRun';
import { decodeRate } from '@/core/proof/linkRate';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import { neededNumber, numberOf, typedNumber } from '@/ui/typed';
import { Button, inputClass } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { RoundOf } from '@/core/proof/rounds';

const fields = [
  { key: 'down', label: 'Down, Mbps', needed: true },
  { key: 'up', label: 'Up, Mbps', needed: false },
  { key: 'latency', label: 'Latency, ms', needed: false },
  { key: 'rssi', label: 'Signal, dBm', needed: false },
  { key: 'link', label: 'Link, Mbps', needed: false },
] as const;
const figures = {
  down: neededNumber(fields[0].label),
  up: typedNumber(fields[1].label),
  latency: typedNumber(fields[2].label),
  rssi: typedNumber(fields[3].label),
  link: typedNumber(fields[4].label),
};
const schema = z.object({ ...figures, server: z.string().trim() });
type Typed = z.input<typeof schema>;
const blank: Typed = { down: '', up: '', latency: '', rssi: '', link: '', server: '' };
type Figures = Record<keyof typeof figures, number | null>;
const noFigures: Figures = { down: null, up: null, latency: null, rssi: null, link: null };

/** A run typed in by hand, through the street, or «could not connect», which is a result too. */
export function RunForm({ spot, round }: { spot: Spot; round: RoundOf }) {
  const { phase, roundId } = round;
  const store = useJobStore();
  const device = useJob((s) => find(s.job, 'device', s.job.info.testDeviceId) ?? null);
  const { register, control, handleSubmit, getValues, reset, clearErrors, setError, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: blank,
  });
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const link = numberOf(useWatch({ control, name: 'link' })) ?? 0;

  function note(connected: boolean, n: Figures, server: string) {
    const { job } = store.getState();
    try {
      const reading = noteRun(job, spot, phase, nextRun(job.readings, spot.id, phase, roundId), {
        roundId,
        takenAt: new Date().toISOString(),
        connected,
        downMbps: n.down,
        upMbps: n.up,
        latencyMs: n.latency,
        rssiDbm: n.rssi,
        linkMbps: n.link,
        server,
        source: 'typed',
      });
      const asked = doubtOf(job, reading);
      if (asked) setDoubt(asked);
      else take(reading);
    } catch (problem) {
      if (!(problem instanceof z.ZodError)) throw problem;
      const issue = problem.issues[0];
      setError('root', { message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not valid'}` });
    }
  }
  const add = handleSubmit(({ server, ...n }) => note(true, n, server));
  const notConnected = () => {
    clearErrors();
    note(false, noFigures, getValues('server').trim());
  };

  function take(reading: Reading) {
    const label = `Run ${reading.run} ${phase}, spot ${spot.number}`;
    if (!store.getState().commit({ label, put: [reading], remove: [] })) return;
    reset({ ...blank, server: getValues('server') });
    setDoubt(null);
    toast(
      reading.connected ? `Run ${reading.run} recorded.` : `Run ${reading.run} recorded: could not connect.`,
    );
  }

  const error =
    fields.map(({ key }) => formState.errors[key]?.message).find(Boolean) ?? formState.errors.root?.message;
  return (
    <form className="mt-2" onSubmit={(e) => void add(e)}>
      <div className="grid grid-cols-3 gap-2">
        {fields.map((f) => (
          <label key={f.key} className="text-[11.5px] text-muted">
            {f.label}
            <input
              className={`${inputClass} w-full text-right`}
              inputMode="decimal"
              aria-invalid={formState.errors[f.key] !== undefined}
              {...register(f.key)}
            />
          </label>
        ))}
        <label className="text-[11.5px] text-muted">
          Server
          <input className={`${inputClass} w-full`} maxLength={120} {...register('server')} />
        </label>
      </div>
      {link > 0 && <p className="mt-1 text-[12px] text-muted">{decodeRate(link, device).words}</p>}
      {error && (
        <p role="alert" className="mt-1 text-rust-text">
          {error}
        </p>
      )}
      {doubt ? (
        <div role="alert" className="mt-2 border-2 border-ink p-2.5">
          <p className="font-bold">{doubt.words}</p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button look="action" onClick={() => take(doubt.asKbps)}>
              Yes, kbit/s
            </Button>
            <Button onClick={() => take(doubt.reading)}>No, Mbps</Button>
            <Button look="quiet" onClick={() => setDoubt(null)}>
              Back
            </Button>
          </div>
        </div>
      ) : (
        <div className="mt-2 flex gap-2">
          <Button type="submit">Add run</Button>
          <Button look="quiet" onClick={notConnected}>
            Could not connect
          </Button>
        </div>
      )}
    </form>
  );
}
