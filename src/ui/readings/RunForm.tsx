'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { schemas, type Spot } from '@/core/job/records';
import { Button, inputClass } from '@/ui/primitives';
import { useJobStore } from '@/ui/store/JobProvider';
import { nextRun } from '@/core/proof/noteRun';
import type { Phase } from './readingActions';

const fields = [
  { key: 'down', label: 'Down, Mbps', needed: true },
  { key: 'up', label: 'Up, Mbps', needed: false },
  { key: 'latency', label: 'Delay, ms', needed: false },
  { key: 'rssi', label: 'Signal, dBm', needed: false },
] as const;
type Typed = Record<(typeof fields)[number]['key'], string>;
const blank: Typed = { down: '', up: '', latency: '', rssi: '' };

/** A run typed in by hand, or «could not connect», which is a result too. */
export function RunForm({ spot, phase }: { spot: Spot; phase: Phase }) {
  const store = useJobStore();
  const [typed, setTyped] = useState(blank);
  const [error, setError] = useState<{ key: string; message: string } | null>(null);

  function add(connected: boolean) {
    const { job, commit } = store.getState();
    const numbers = new Map<string, number | null>();
    for (const f of fields) {
      const text = typed[f.key].trim().replace(',', '.').replace('−', '-');
      const n = text === '' ? null : Number(text);
      if (connected && ((n === null && f.needed) || (n !== null && !Number.isFinite(n)))) {
        setError({ key: f.key, message: `${f.label}: a number is needed.` });
        return;
      }
      numbers.set(f.key, connected ? n : null);
    }
    const run = nextRun(job.readings, spot.id, phase);
    const result = schemas.reading.safeParse({
      type: 'reading',
      id: `rd-${spot.id}-${phase}-${run}`,
      spotId: spot.id,
      phase,
      run,
      takenAt: new Date().toISOString(),
      deviceId: job.info.testDeviceId,
      connected,
      downMbps: numbers.get('down'),
      upMbps: numbers.get('up'),
      latencyMs: numbers.get('latency'),
      rssiDbm: numbers.get('rssi'),
      source: 'typed',
    });
    if (!result.success) {
      const issue = result.error.issues[0];
      setError({ key: '', message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not right'}` });
      return;
    }
    if (commit({ label: `Run ${run} ${phase}, spot ${spot.number}`, put: [result.data], remove: [] })) {
      setTyped(blank);
      setError(null);
      toast(`Run ${run} noted.`);
    }
  }

  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        add(true);
      }}
    >
      <div className="grid grid-cols-4 gap-2">
        {fields.map((f) => (
          <label key={f.key} className="text-[11.5px] text-muted">
            {f.label}
            <input
              className={`${inputClass} w-full text-right`}
              inputMode="decimal"
              value={typed[f.key]}
              aria-invalid={error?.key === f.key}
              onChange={(e) => setTyped({ ...typed, [f.key]: e.target.value })}
            />
          </label>
        ))}
      </div>
      {error && (
        <p role="alert" className="mt-1 text-rust-text">
          {error.message}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        <Button type="submit">Add run</Button>
        <Button look="quiet" onClick={() => add(false)}>
          Could not connect
        </Button>
      </div>
    </form>
  );
}
