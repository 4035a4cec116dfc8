'use client';

import { timeText } from '@/ui/time';
import { useEffect, useRef, useState } from 'react';
import { useStore } from 'zustand';
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { Id, RoamWalk } from '@/core/job/records';
import { roamingOf } from '@/core/proof/roaming';
import { Button } from '@/ui/primitives';
import { RoamStrip } from '@/panels/readings/RoamStrip';
import { phoneId } from './walkKept';
import type { WalkStore } from './walkStore';

type Sample = RoamWalk['samples'][number];
/** A request without an answer for so long is lost; one is sent every second. */
const beatMs = 1000;
const mostSamples = 3600;

interface Walking {
  startedAt: string;
  from: number;
  samples: Sample[];
  marks: RoamWalk['marks'];
}

/**
 * One request, timed: its delay to the first byte, and the rate of what came after it within the second.
 * Also the SIMULATED unit it came through.
 */
async function beat(
  url: string,
): Promise<{ mbps: number | null; latencyMs: number | null; unitId: string | null }> {
  const start = performance.now();
  const lost = { mbps: null, latencyMs: null, unitId: null };
  try {
    const response = await fetch(url, { cache: 'no-store', signal: AbortSignal.timeout(beatMs - 50) });
    const first = performance.now();
    const reader = response.body?.getReader();
    if (!response.ok || !reader) return lost;
    let bytes = 0;
    try {
      for (let part = await reader.read(); !part.done; part = await reader.read())
        bytes += part.value.byteLength;
    } catch {
      // the second is over: what came until now gives the rate
    }
    const took = Math.max(0.5, performance.now() - first);
    return {
      mbps: Number(((bytes * 8) / 1000 / took).toPrecision(3)),
      latencyMs: Number((first - start).toPrecision(3)),
      unitId: response.headers.get('x-simulated-unit'),
    };
  } catch {
    // no answer within the second is what this walk looks for
    return lost;
  }
}

/** Walking from unit to unit with one small request a second; spots are marked as they are passed. */
export function RoamPanel({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const order = useStore(store, (s) => s.order);
  const simulated = useStore(store, (s) => s.simulated);
  const [walking, setWalking] = useState<Walking | null>(null);
  const [done, setDone] = useState<RoamWalk | null>(null);
  const at = useRef<Id | null>(null);

  const running = walking !== null;
  useEffect(() => {
    if (!running) return;
    let held: string | null = null;
    let stopped = false;
    const tick = async () => {
      const { code, phase } = store.getState();
      const query = new URLSearchParams({ ticket: 'walk' });
      if (simulated && at.current) {
        query.set('spotId', at.current);
        query.set('phase', phase);
        if (held) query.set('heldId', held);
      }
      const { unitId, ...result } = await beat(`/speed/${code}/beat?${query}`);
      // after a change the next second finds the phone on the new unit
      held = unitId ?? (result.latencyMs === null ? null : held);
      if (stopped) return;
      setWalking((w) =>
        w && w.samples.length < mostSamples
          ? {
              ...w,
              samples: [
                ...w.samples,
                { atS: Math.round((performance.now() - w.from) / 100) / 10, ...result },
              ],
            }
          : w,
      );
    };
    const timer = setInterval(() => void tick(), beatMs);
    return () => {
      stopped = true;
      clearInterval(timer);
    };
  }, [running, simulated, store]);

  if (!job) return null;
  const mark = (spotId: Id) => {
    at.current = spotId;
    setWalking(
      (w) =>
        w && {
          ...w,
          marks: [...w.marks, { atS: Math.round((performance.now() - w.from) / 100) / 10, spotId }],
        },
    );
  };
  const finish = () => {
    if (!walking) return;
    const { phase, deviceId } = store.getState();
    const walk = makeRecord({
      type: 'roamWalk',
      id: phoneId('walk'),
      name: `Walk of ${timeText(walking.startedAt)}`,
      phase,
      takenAt: walking.startedAt,
      deviceId,
      source: simulated ? 'simulated' : 'measured',
      samples: walking.samples,
      marks: walking.marks,
    });
    setWalking(null);
    setDone(walk);
    if (walk.samples.length) store.getState().addRoam(walk);
  };
  const shown = walking ? { ...walking } : done;
  const result = done && roamingOf(job, done, []);
  const last = walking?.marks.at(-1)?.spotId;
  return (
    <div className="flex flex-1 flex-col px-4 pt-3">
      <h2 className="text-[20px] font-bold">From unit to unit</h2>
      <p className="text-muted">
        Walk as someone on a call would. One small request a second shows where the phone loses time or holds
        on to the unit it came from. Press a spot as you pass it.
      </p>
      {shown && shown.samples.length > 0 && (
        <div className="mt-3">
          <RoamStrip samples={shown.samples.slice(-90)} marks={shown.marks} job={job} />
        </div>
      )}
      {walking ? (
        <>
          <p className="mt-2 text-[16px] font-bold" aria-live="polite">
            {walking.samples.length} s · {walking.samples.filter((s) => s.latencyMs === null).length} s
            without an answer
          </p>
          <ul className="mt-2 grid grid-cols-2 gap-2" aria-label="I am at">
            {order.map((id) => {
              const spot = find(job, 'spot', id);
              return (
                spot && (
                  <li key={id}>
                    <Button
                      className={`!h-[50px] w-full !justify-start ${last === id ? 'border-action bg-chosen' : ''}`}
                      aria-pressed={last === id}
                      onClick={() => mark(id)}
                    >
                      <b>{spot.number}</b>{' '}
                      <span className="truncate font-normal">{find(job, 'room', spot.roomId)?.name}</span>
                    </Button>
                  </li>
                )
              );
            })}
          </ul>
        </>
      ) : (
        result && (
          <section className="mt-3 border-t border-strong pt-2" aria-label="What the walk showed">
            <p className="text-[16px] font-bold">
              {Math.round(result.lengthS)} s walked, {Math.round(result.lostS)} s without an answer
              {result.longestGapS > 0 && `, ${Math.round(result.longestGapS)} s at a stretch`}
            </p>
            <ul>
              {result.stretches.map((s) => (
                <li key={s.fromS} className="border-b border-rule py-1.5">
                  {s.words}
                </li>
              ))}
            </ul>
            {result.stretches.length === 0 && <p className="text-muted">No gap and no slow stretch.</p>}
          </section>
        )
      )}
      <div className="sticky bottom-0 mt-auto bg-paper py-3">
        <button
          type="button"
          className={`h-[64px] w-full rounded-(--radius) border border-action text-[20px] font-bold ${walking ? 'bg-panel text-action' : 'bg-action text-panel'}`}
          onClick={() => {
            if (walking) return finish();
            setDone(null);
            at.current = store.getState().spotId;
            setWalking({
              startedAt: new Date().toISOString(),
              from: performance.now(),
              samples: [],
              marks: at.current ? [{ atS: 0, spotId: at.current }] : [],
            });
          }}
        >
          {walking ? 'End the walk' : 'Start walking'}
        </button>
        {simulated && (
          <p className="mt-1 text-[12px] text-muted">Simulated radio: a made-up phone in a made-up house.</p>
        )}
      </div>
    </div>
  );
}
