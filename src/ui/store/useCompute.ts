'use client';

import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import type { Scenario } from '@/core/network/feeds';
import { startCompute } from '@/workers/client';
import type { FieldRequest } from '@/workers/protocol';
import { useJob, useJobStore } from './JobProvider';
import { messageOf } from './api';

/**
 * Keeps predictions and coverage up to date: one question at a time goes to the worker, always the
 * newest, so that a drag is followed as fast as the worker answers and never queues up.
 */
export function useCompute(scenario: Scenario, wantField: boolean): void {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const layer = useJob((s) => s.layer);
  const band = useJob((s) => s.band);
  const dragged = useJob((s) => s.dragged);
  const worker = useRef<ReturnType<typeof startCompute> | null>(null);
  const busy = useRef(false);
  const next = useRef<(() => Promise<void>) | null>(null);
  const sentJob = useRef<unknown>(null);

  useEffect(() => {
    const started = startCompute();
    worker.current = started;
    store.setState({ compute: started.api });
    sentJob.current = null;
    return () => {
      started.stop();
      store.setState({ compute: null });
      worker.current = null;
      busy.current = false;
      next.current = null;
    };
  }, [store]);

  useEffect(() => {
    if (!storeyId) return;
    const request: FieldRequest = {
      storeyId,
      scenario,
      layer,
      band,
      moved: dragged,
      shortBefore: scenario === 'planned' && wantField,
    };
    const pump = async () => {
      if (busy.current) return;
      busy.current = true;
      try {
        while (next.current) {
          const task = next.current;
          next.current = null;
          await task();
        }
      } catch (error) {
        toast.error(`The computation stopped: ${messageOf(error)}`);
      } finally {
        busy.current = false;
      }
    };
    next.current = async () => {
      const api = worker.current?.api;
      if (!api) return;
      const current = worker.current;
      if (sentJob.current !== job) {
        await api.setJob([...job.byId.values()]);
        sentJob.current = job;
        const [found, planned] = [await api.predict('found'), await api.predict('planned')];
        if (worker.current !== current) return;
        store.getState().set({ found, planned });
      }
      const answer = await api.field(request);
      if (worker.current !== current) return;
      store.getState().set({ answer, [scenario]: answer.predictions });
    };
    void pump();
  }, [store, job, storeyId, scenario, layer, band, dragged, wantField]);
}
