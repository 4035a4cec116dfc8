'use client';

import { useState } from 'react';
import { type Doubt, doubtOf } from '@/core/proof/doubtfulRun';
import { noteRun } from '@/core/proof/noteRun';
import { find } from '@/core/job/job';
import { Button, inputClass } from '@/ui/primitives';
import type { WalkStore } from './walkStore';

const boxes = [
  { key: 'down', label: 'Down, Mbps', mode: 'decimal' },
  { key: 'up', label: 'Up, Mbps', mode: 'decimal' },
  { key: 'latency', label: 'Delay, ms', mode: 'decimal' },
  { key: 'server', label: 'Server', mode: 'text' },
] as const;
const blank = { down: '', up: '', latency: '', server: '' };

/** The result of a test made elsewhere on this phone, through the street: kept beside our own. */
export function OtherTest({ store }: { store: WalkStore }) {
  const [typed, setTyped] = useState(blank);
  const [error, setError] = useState('');
  const [doubt, setDoubt] = useState<Doubt | null>(null);
  const note = (scale: number) => {
    const numbers = boxes.slice(0, 3).map(({ key, label }) => {
      const text = typed[key].trim().replace(',', '.');
      const n = text === '' ? null : Number(text);
      if (n !== null && !(n >= 0 && n <= 100_000))
        throw new Error(`${label}: a number of 0 or more is needed.`);
      return n;
    });
    const [down = null, up = null, latency = null] = numbers;
    if (down === null) throw new Error('Down, Mbps: a number is needed.');
    return {
      connected: true,
      downMbps: down / scale,
      upMbps: up === null ? null : up / scale,
      latencyMs: latency,
      measures: 'street' as const,
      server: typed.server.trim().slice(0, 120),
      source: 'typed' as const,
    };
  };
  const add = (scale: number, sure: boolean) => {
    try {
      const figures = note(scale);
      const { job, spotId, phase } = store.getState();
      const spot = job && find(job, 'spot', spotId);
      if (!job || !spot) return;
      const asked = sure
        ? null
        : doubtOf(job, noteRun(job, spot, phase, 1, { ...figures, takenAt: new Date().toISOString() }));
      setDoubt(asked);
      setError('');
      if (asked) return;
      store.getState().note(figures);
      setTyped(blank);
    } catch (problem) {
      setError(problem instanceof Error ? problem.message : String(problem));
    }
  };
  return (
    <details className="mt-2 border-t border-strong">
      <summary className="flex h-11 cursor-pointer items-center font-bold text-action">
        Add the result of another test
      </summary>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add(1, false);
        }}
      >
        <div className="grid grid-cols-2 gap-2.5">
          {boxes.map((b) => (
            <label key={b.key} className="text-[12.5px] text-muted">
              {b.label}
              <input
                className={`${inputClass} mt-0.5 !h-11 w-full text-[16px]`}
                inputMode={b.mode}
                value={typed[b.key]}
                onChange={(e) => setTyped({ ...typed, [b.key]: e.target.value })}
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
              <Button className="!h-11" look="action" onClick={() => add(1000, true)}>
                Yes, kbit/s
              </Button>
              <Button className="!h-11" onClick={() => add(1, true)}>
                No, it is Mbps
              </Button>
            </div>
          </div>
        ) : (
          <Button type="submit" className="mt-2 !h-11 w-full">
            Add it, through the street
          </Button>
        )}
      </form>
    </details>
  );
}
