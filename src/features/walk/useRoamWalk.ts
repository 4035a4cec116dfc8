/** A walk from unit to unit: one small request a second, and the spots as they are passed. */
import { builtOrFound } from '@/core/proof/rounds';
import { useEffect, useRef, useState } from 'react';
import { makeRecord } from '@/core/job/make';
import type { Id, RoamWalk } from '@/core/job/records';
import { timeText } from '@/ui/time';
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

/** Seconds since the walk began, to a tenth. */
const secondsOf = ({ from }: Walking) => Math.round((performance.now() - from) / 100) / 10;

/** @returns the walk that goes on, the one that ended last, and what can be done. */
export function useRoamWalk(store: WalkStore, simulated: boolean) {
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
          ? { ...w, samples: [...w.samples, { atS: secondsOf(w), ...result }] }
          : w,
      );
    };
    const timer = setInterval(() => void tick(), beatMs);
    return () => {
      stopped = true;
      clearInterval(timer);
    };
  }, [running, simulated, store]);

  const mark = (spotId: Id) => {
    at.current = spotId;
    setWalking((w) => w && { ...w, marks: [...w.marks, { atS: secondsOf(w), spotId }] });
  };
  const end = () => {
    if (!walking) return;
    const { phase, deviceId } = store.getState();
    const walk = makeRecord({
      type: 'roamWalk',
      id: phoneId('walk'),
      name: `Walk of ${timeText(walking.startedAt)}`,
      phase: builtOrFound(phase),
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
  const begin = () => {
    setDone(null);
    at.current = store.getState().spotId;
    setWalking({
      startedAt: new Date().toISOString(),
      from: performance.now(),
      samples: [],
      marks: at.current ? [{ atS: 0, spotId: at.current }] : [],
    });
  };
  return { walking, done, mark, begin, end };
}
