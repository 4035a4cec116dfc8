'use client';

import { sayError } from '@/ui/sayError';
import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import type { Scenario } from '@/core/network/backhaul';
import { startCompute } from '@/workers/client';
import type { ComputeApi, FieldRequest } from '@/workers/protocol';
import type { Remote } from 'comlink';
import { useJobStore } from './JobProvider';
import { messageOf } from './api';
import type { JobState, JobStore } from './jobStore';

/** While a unit is dragged the coverage follows each move, the ledger and the rest once the pointer has rested so long, ms. */
const restMs = 90;

/** So many steps of a drag are done for practice while nothing is asked: the first in a page are three times slower. */
const rehearsals = 40;

/** The worker of the first page: it loads while the page comes to life, and is there when that asks. */
let early = typeof Worker === 'undefined' ? null : startCompute();

/** What an answer hangs on. */
const causes = ['job', 'storeyId', 'layer', 'band', 'dragged'] as const satisfies (keyof JobState)[];

/**
 * Keeps predictions and coverage up to date: one question at a time goes to the worker, always the
 * newest, so that a drag is followed as fast as the worker answers and never queues up. Coarse while
 * something moves or nothing is shown yet, then fine; when nothing is asked, the rooms of all storeys
 * are worked out as areas, the shown one first.
 */
export function useCompute(scenario: Scenario, wantField: boolean): void {
  const store = useJobStore();
  const aim = useRef<Aim>({ scenario, wantField });
  const pumping = useRef<ReturnType<typeof makePump> | null>(null);
  // before what the page itself does on a change: the question is on its way first
  useLayoutEffect(() => {
    const { api, stop } = early ?? startCompute();
    early = null;
    store.setState({ compute: api });
    const pump = makePump(store, api, aim);
    pumping.current = pump;
    pump.ask();
    // straight from the store: a frame is not waited for
    const unsubscribe = store.subscribe((now, before) => {
      if (causes.some((c) => now[c] !== before[c])) pump.ask();
    });
    return () => {
      unsubscribe();
      pump.stop();
      stop();
      store.setState({ compute: null });
    };
  }, [store]);
  // another stage asks another question of the same worker
  useEffect(() => {
    aim.current = { scenario, wantField };
    pumping.current?.ask();
  }, [scenario, wantField]);
}

interface Aim {
  scenario: Scenario;
  wantField: boolean;
}

function makePump(store: JobStore, api: Remote<ComputeApi>, aim: RefObject<Aim>) {
  let busy = false;
  let wanted = false;
  let stopped = false;
  let sentJob: unknown = null;
  let othersFor = '';
  let othersJob: unknown = null;
  let areasFor = '';
  let areasJob: unknown = null;
  let rehearsed = 0;
  let rested = false;
  let rest: ReturnType<typeof setTimeout> | undefined;

  async function take(request: FieldRequest) {
    const answer = await api.field(request);
    if (stopped) return;
    const { network } = answer;
    const shown = answer.request.moved ? { moving: answer } : { answer, moving: null };
    store.setState({ ...shown, ...(network && { network, [network.scenario]: network.predictions }) });
  }

  /** Answers what is wanted now; gives way as soon as something newer is. */
  async function work() {
    const { job, storeyId, layer, band, dragged, answer } = store.getState();
    const { scenario, wantField } = aim.current;
    if (!storeyId) return;
    const request: FieldRequest = {
      storeyId,
      scenario,
      layer,
      band,
      moved: dragged,
      // while something moves, that of the last answer stands
      shortBefore: scenario === 'planned' && wantField && !dragged,
      quality: dragged ? 'coarse' : 'fine',
      network: !dragged || rested,
    };
    rested = false;
    if (sentJob !== job) {
      await api.setJob([...job.byId.values()]);
      sentJob = job;
    }
    if (!dragged && (answer?.request.storeyId !== storeyId || answer.request.scenario !== scenario))
      await take({ ...request, quality: 'coarse', network: false });
    await take(request);
    if (stopped || wanted) return;
    if (!request.network) {
      // the pointer rests: the rest may follow
      clearTimeout(rest);
      rest = setTimeout(() => {
        rested = true;
        ask();
      }, restMs);
    }
    if (dragged) return;
    if (othersJob !== job || othersFor !== scenario) {
      const other = scenario === 'found' ? 'planned' : 'found';
      const [predictions, fixed] = [await api.predict(other), await api.predictFixed(scenario)];
      const snags = await api.snags();
      if (stopped) return;
      store.setState({ [other]: predictions, fixed, snags });
      othersJob = job;
      othersFor = scenario;
    }
    if (areasJob !== job || areasFor !== scenario) {
      for (const id of [storeyId, ...job.storeys.map((s) => s.id).filter((id) => id !== storeyId)]) {
        if (wanted) return;
        const areas = await api.areas(id, scenario);
        if (stopped) return;
        store.setState((s) => ({ areas: { ...s.areas, [id]: areas } }));
      }
      areasJob = job;
      areasFor = scenario;
    }
    // only where units are dragged
    for (; wantField && !wanted && !stopped && rehearsed < rehearsals; rehearsed++)
      if (!(await api.rehearse(storeyId, scenario, rehearsed))) return;
  }

  function ask() {
    clearTimeout(rest);
    wanted = true;
    if (!busy) void run();
  }

  async function run() {
    busy = true;
    try {
      while (wanted && !stopped) {
        wanted = false;
        await work();
      }
    } catch (error) {
      sayError(`The computation stopped: ${messageOf(error)}`);
    } finally {
      busy = false;
    }
  }

  return {
    ask,
    stop: () => {
      stopped = true;
      clearTimeout(rest);
    },
  };
}
