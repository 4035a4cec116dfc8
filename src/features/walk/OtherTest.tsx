'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { type Doubt, doubtOf } from '@/core/proof/doubtfulRun';
import { noteRun } from '@/core/proof/noteRun';
import { find } from '@/core/job/job';
import { neededNumber, typedNumber } from '@/ui/typed';
import { Button, inputClass } from '@/ui/primitives';
import type { WalkStore } from './walkStore';

const boxes = [
  { key: 'down', label: 'Down, Mbps', mode: 'decimal' },
  { key: 'up', label: 'Up, Mbps', mode: 'decimal' },
  { key: 'latency', label: 'Latency, ms', mode: 'decimal' },
  { key: 'server', label: 'Server', mode: 'text' },
] as const;
const range = { min: 0, max: 100_000 };
const schema = z.object({
  down: neededNumber(boxes[0].label, range),
  up: typedNumber(boxes[1].label, range),
  latency: typedNumber(boxes[2].label, range),
  server: z.string().transform((text) => text.trim().slice(0, 120)),
});
const blank = { down: '', up: '', latency: '', server: '' };

/** The result of a test made elsewhere on this phone, through the street: kept beside our own. */
export function OtherTest({ store }: { store: WalkStore }) {
  const { register, handleSubmit, reset, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: blank,
  });
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const add = (scale: number, sure: boolean) =>
    handleSubmit(({ down, up, latency, server }) => {
      const { job, spotId, phase } = store.getState();
      const spot = job && find(job, 'spot', spotId);
      if (!job || !spot) return;
      const figures = {
        connected: true,
        downMbps: down / scale,
        upMbps: up === null ? null : up / scale,
        latencyMs: latency,
        measures: 'street' as const,
        server,
        source: 'typed' as const,
      };
      const asked = sure
        ? null
        : doubtOf(job, noteRun(job, spot, phase, 1, { ...figures, takenAt: new Date().toISOString() }));
      setDoubt(asked);
      if (asked) return;
      store.getState().note(figures);
      reset();
    });
  const error = boxes.map(({ key }) => formState.errors[key]?.message).find(Boolean);
  return (
    <details className="mt-2 border-t border-strong">
      <summary className="flex h-11 cursor-pointer items-center font-bold text-action">
        Add the result of another test
      </summary>
      <form onSubmit={(e) => void add(1, false)(e)}>
        <div className="grid grid-cols-2 gap-2.5">
          {boxes.map((b) => (
            <label key={b.key} className="text-[12.5px] text-muted">
              {b.label}
              <input
                className={`${inputClass} mt-0.5 !h-11 w-full text-[16px]`}
                inputMode={b.mode}
                aria-invalid={formState.errors[b.key] !== undefined}
                {...register(b.key)}
              />
            </label>
          ))}
        </div>
        {error && (
          <p role="alert" className="mt-2 text-rust-text">
            {error}
          </p>
        )}
        {doubt ? (
          <div role="alert" className="mt-2 border-2 border-ink bg-panel p-3">
            <p className="font-bold">{doubt.words}</p>
            <div className="mt-2 flex flex-wrap gap-2">
              <Button className="!h-11" look="action" onClick={(e) => void add(1000, true)(e)}>
                Yes, kbit/s
              </Button>
              <Button className="!h-11" onClick={(e) => void add(1, true)(e)}>
                No, it is Mbps
              </Button>
            </div>
          </div>
        ) : (
          <Button type="submit" className="mt-2 !h-11 w-full">
            Add, tested over the internet
          </Button>
        )}
      </form>
    </details>
  );
}
