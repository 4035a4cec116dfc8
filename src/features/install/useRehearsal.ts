'use client';

import { useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { type StepRun, schemas } from '@/core/job/records';
import { ask, messageOf } from '@/client/store/api';
import { useJobStore } from '@/client/store/JobProvider';

const rehearsalSchema = z.object({
  entries: z.array(z.object({ atS: z.number(), stepKey: z.string(), what: z.string(), words: z.string() })),
  events: z.array(z.object({ atS: z.number(), unitId: z.string(), act: z.string() })),
  runs: z.array(schemas.stepRun),
  finishS: z.number(),
  allJoined: z.boolean(),
});
type Log = z.infer<typeof rehearsalSchema>;
const unitsSchema = z.object({
  units: z.array(z.object({ unitId: z.string(), state: z.string(), light: z.string(), says: z.string() })),
});
export type SeenUnit = z.infer<typeof unitsSchema>['units'][number];

export const speeds = [10, 60, 300] as const;

interface Playing {
  log: Log;
  startMs: number;
  /** Seconds played before the last change of speed, and when that was. */
  heldS: number;
  sinceMs: number;
  speed: number;
}

/** What of a step had been noted at a time. */
function until(run: StepRun, nowMs: number): StepRun[] {
  const then = (iso: string | null) => (iso && Date.parse(iso) <= nowMs ? iso : null);
  if (run.skipped !== null && Date.parse(run.changedAt) > nowMs) return [];
  const startedAt = then(run.startedAt);
  if (!startedAt && run.skipped === null) return [];
  return [
    {
      ...run,
      startedAt,
      handsFreeAt: then(run.handsFreeAt),
      doneAt: then(run.doneAt),
      windowAt: then(run.windowAt),
    },
  ];
}

/** SIMULATED: plays the whole runbook against simulated units at a chosen speed; the job stays as it is. */
export function useRehearsal(now: number) {
  const store = useJobStore();
  const [playing, setPlaying] = useState<Playing | null>(null);
  const [units, setUnits] = useState<SeenUnit[]>([]);
  const atS = playing
    ? Math.min(
        playing.log.finishS,
        playing.heldS + (Math.max(0, now - playing.sinceMs) / 1000) * playing.speed,
      )
    : 0;
  const nowMs = playing ? playing.startMs + atS * 1000 : now;
  // looked at about once a second, whatever the speed
  const stepS = playing?.speed ?? 60;
  const atEnd = playing !== null && atS >= playing.log.finishS;
  const shownS = atEnd ? atS : Math.floor(atS / stepS) * stepS;
  const runs = useMemo(
    () => playing && playing.log.runs.flatMap((r) => until(r, playing.startMs + shownS * 1000)),
    [playing, shownS],
  );
  useEffect(() => {
    if (!playing) return;
    let current = true;
    const events = playing.log.events.filter((e) => e.atS <= shownS);
    ask(unitsSchema, '/api/standins/units', {
      body: { jobId: store.getState().job.info.id, atS: shownS, events },
    }).then(
      (answer) => current && setUnits(answer.units),
      (error: unknown) => current && toast.error(messageOf(error)),
    );
    return () => {
      current = false;
    };
  }, [playing, shownS, store]);
  return {
    playing: playing !== null,
    runs,
    nowMs,
    units: playing ? units : [],
    entries: playing ? playing.log.entries.filter((e) => e.atS <= atS) : [],
    over: atEnd,
    allJoined: playing?.log.allJoined ?? false,
    speed: playing?.speed ?? 60,
    async start() {
      try {
        await store.getState().settled();
        const startMs = Date.now();
        const log = await ask(rehearsalSchema, '/api/standins/rehearsal', {
          body: { jobId: store.getState().job.info.id, startIso: new Date(startMs).toISOString() },
        });
        setPlaying({ log, startMs, heldS: 0, sinceMs: Date.now(), speed: 60 });
      } catch (error) {
        toast.error(messageOf(error));
      }
    },
    faster(speed: number) {
      setPlaying((p) => p && { ...p, heldS: atS, sinceMs: Date.now(), speed });
    },
    stop: () => setPlaying(null),
  };
}

export type Rehearsal = ReturnType<typeof useRehearsal>;
