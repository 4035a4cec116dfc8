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
 * newest, so that a drag is followed as fast as the worker answers and never queues up. Coarse while
 * something moves or nothing is shown yet, then fine; when nothing is asked, the rooms of all storeys
 * are worked out as areas, the shown one first.
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
  const areasFor = useRef<unknown>(null);

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
    const { set } = store.getState();
    const request: FieldRequest = {
      storeyId,
      scenario,
      layer,
      band,
      moved: dragged,
      shortBefore: scenario === 'planned' && wantField,
      quality: dragged ? 'coarse' : 'fine',
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
      const current = worker.current;
      const api = current?.api;
      if (!api) return;
      const gone = () => worker.current !== current;
      const fresh = sentJob.current !== job;
      if (fresh) {
        await api.setJob([...job.byId.values()]);
        sentJob.current = job;
      }
      if (!dragged && store.getState().answer?.request.storeyId !== storeyId) {
        const rough = await api.field({ ...request, quality: 'coarse' });
        if (gone()) return;
        set({ answer: rough });
      }
      const answer = await api.field(request);
      if (gone()) return;
      set({ answer, [scenario]: answer.predictions });
      if (fresh) {
        const other = scenario === 'found' ? 'planned' : 'found';
        const [rest, fixed] = [await api.predict(other), await api.predictFixed(scenario)];
        if (gone()) return;
        set({ [other]: rest, fixed });
      }
      if (dragged || areasFor.current === job) return;
      const order = [storeyId, ...job.storeys.map((s) => s.id).filter((id) => id !== storeyId)];
      for (const id of order) {
        if (next.current) return;
        const areas = await api.areas(id, scenario);
        if (gone()) return;
        set({ areas: { ...store.getState().areas, [id]: areas } });
      }
      areasFor.current = job;
    };
    void pump();
  }, [store, job, storeyId, scenario, layer, band, dragged, wantField]);
}
