'use client';

import { sayError } from '@/ui/sayError';
import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import { type StepRun, schemas } from '@/core/job/records';
import { ask, messageOf } from '@/client/store/api';
import { type ButtonQuestion, buttonQuestions } from '@/core/practice/buttonQuestions';
import { runbookOf } from '@/core/install/runbook';
import { putOne } from '@/core/job/edits';
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
  /** Of a practice house: what is asked, and how much of it is answered. */
  questions: readonly ButtonQuestion[];
  answered: number;
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
  const question = playing?.questions[playing.answered];
  const atS = playing
    ? Math.min(
        playing.log.finishS,
        // stands still until it is answered
        question?.atS ?? Infinity,
        playing.heldS + (Math.max(0, now - playing.sinceMs) / 1000) * playing.speed,
      )
    : 0;
  const nowMs = playing ? playing.startMs + atS * 1000 : now;
  // looked at about once a second, whatever the speed
  const stepS = playing?.speed ?? 60;
  const asked = question && atS >= question.atS ? question : null;
  const atEnd = playing !== null && atS >= playing.log.finishS;
  const shownS = atEnd || asked ? atS : Math.floor(atS / stepS) * stepS;
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
      (error: unknown) => current && sayError(messageOf(error)),
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
    /** What is asked now, and whether the page searches for the unit. */
    asked,
    searching:
      asked !== null &&
      (playing?.log.events.some((e) => e.unitId === asked.unitId && e.act === 'app-looks' && e.atS <= atS) ??
        false),
    /** Notes the answer in the job, and plays on. */
    answer(pressed: boolean) {
      if (!asked) return;
      const { info } = store.getState().job;
      const answers = [
        ...(info.practice?.answers ?? []),
        { unitId: asked.unitId, asked: asked.asked, pressed },
      ];
      if (info.practice)
        store.getState().commit(
          putOne('Answer in the rehearsal', {
            ...info,
            practice: { ...info.practice, answers: answers.slice(-100) },
          }),
        );
      setPlaying((p) => p && { ...p, answered: p.answered + 1, heldS: asked.atS, sinceMs: Date.now() });
    },
    async start() {
      try {
        await store.getState().settled();
        const startMs = Date.now();
        const log = await ask(rehearsalSchema, '/api/standins/rehearsal', {
          body: { jobId: store.getState().job.info.id, startIso: new Date(startMs).toISOString() },
        });
        const { job } = store.getState();
        const buttons = runbookOf(job)
          .steps.filter((s) => s.windowS !== null)
          .map((s) => s.key);
        const questions = job.info.practice ? buttonQuestions(log.entries, buttons) : [];
        setPlaying({ log, startMs, heldS: 0, sinceMs: Date.now(), speed: 60, questions, answered: 0 });
      } catch (error) {
        sayError(messageOf(error));
      }
    },
    faster(speed: number) {
      setPlaying((p) => p && { ...p, heldS: atS, sinceMs: Date.now(), speed });
    },
    stop: () => setPlaying(null),
  };
}

export type Rehearsal = ReturnType<typeof useRehearsal>;
