'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { find } from '@/core/job/job';
import type { Reading, Spot } from '@/core/job/records';
import { type Doubt, doubtOf } from '@/core/proof/doubtfulRun';
import { decodeRate } from '@/core/proof/linkRate';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import { Button, inputClass } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { Phase } from './readingActions';

const fields = [
  { key: 'down', label: 'Down, Mbps', needed: true },
  { key: 'up', label: 'Up, Mbps', needed: false },
  { key: 'latency', label: 'Delay, ms', needed: false },
  { key: 'rssi', label: 'Signal, dBm', needed: false },
  { key: 'link', label: 'Link, Mbps', needed: false },
] as const;
type Typed = Record<(typeof fields)[number]['key'] | 'server', string>;
const blank: Typed = { down: '', up: '', latency: '', rssi: '', link: '', server: '' };

/** A run typed in by hand, through the street, or «could not connect», which is a result too. */
export function RunForm({ spot, phase }: { spot: Spot; phase: Phase }) {
  const store = useJobStore();
  const device = useJob((s) => find(s.job, 'device', s.job.info.testDeviceId) ?? null);
  const [typed, setTyped] = useState(blank);
  const [error, setError] = useState<{ key: string; message: string } | null>(null);
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const link = Number(typed.link.replace(',', '.'));

  function read(connected: boolean): Reading | null {
    const { job } = store.getState();
    const numbers = new Map<string, number | null>();
    for (const f of fields) {
      const text = typed[f.key].trim().replace(',', '.').replace('−', '-');
      const n = text === '' ? null : Number(text);
      if (connected && ((n === null && f.needed) || (n !== null && !Number.isFinite(n)))) {
        setError({ key: f.key, message: `${f.label}: a number is needed.` });
        return null;
      }
      numbers.set(f.key, connected ? n : null);
    }
    try {
      return noteRun(job, spot, phase, nextRun(job.readings, spot.id, phase), {
        takenAt: new Date().toISOString(),
        connected,
        downMbps: numbers.get('down') ?? null,
        upMbps: numbers.get('up') ?? null,
        latencyMs: numbers.get('latency') ?? null,
        rssiDbm: numbers.get('rssi') ?? null,
        linkMbps: numbers.get('link') ?? null,
        server: typed.server.trim(),
        source: 'typed',
      });
    } catch (problem) {
      if (!(problem instanceof z.ZodError)) throw problem;
      const issue = problem.issues[0];
      setError({ key: '', message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not right'}` });
      return null;
    }
  }

  function add(connected: boolean) {
    const reading = read(connected);
    if (!reading) return;
    const asked = doubtOf(store.getState().job, reading);
    if (asked) setDoubt(asked);
    else take(reading);
  }

  function take(reading: Reading) {
    const label = `Run ${reading.run} ${phase}, spot ${spot.number}`;
    if (!store.getState().commit({ label, put: [reading], remove: [] })) return;
    setTyped({ ...blank, server: typed.server });
    setError(null);
    setDoubt(null);
    toast(reading.connected ? `Run ${reading.run} noted.` : `Run ${reading.run} noted: could not connect.`);
  }

  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        add(true);
      }}
    >
      <div className="grid grid-cols-3 gap-2">
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
        <label className="text-[11.5px] text-muted">
          Server
          <input
            className={`${inputClass} w-full`}
            maxLength={120}
            value={typed.server}
            onChange={(e) => setTyped({ ...typed, server: e.target.value })}
          />
        </label>
      </div>
      {link > 0 && <p className="mt-1 text-[12px] text-muted">{decodeRate(link, device).words}</p>}
      {error && (
        <p role="alert" className="mt-1 text-rust-text">
          {error.message}
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
          <Button look="quiet" onClick={() => add(false)}>
            Could not connect
          </Button>
        </div>
      )}
    </form>
  );
}
