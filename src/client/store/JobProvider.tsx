'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { proveSpot, type SpotProof } from '@/core/proof/spotProof';
import type { Job } from '@/core/job/job';
import { RegionContext } from '@/ui/useTimes';
import type { FieldAnswer } from '@/workers/protocol';
import { browserPorts } from './browserPorts';
import type { SentJob } from './jobServer';
import { type JobState, type JobStore, makeJobStore } from './jobStore';

const JobContext = createContext<JobStore | null>(null);

/** Opens a job for everything below it. What is changed in another window or on a phone is fetched when it is told of, and when this one is looked at again. */
export function JobProvider({
  initial,
  first,
  children,
}: {
  initial: SentJob;
  /** Coverage of the plan as the server has it at hand. */
  first: FieldAnswer | null;
  children: ReactNode;
}) {
  const [ports] = useState(() => browserPorts(idOf(initial)));
  const [store] = useState(() => makeJobStore(initial, ports, first));
  useEffect(() => {
    const look = () => void store.getState().look();
    const visible = () => {
      if (document.visibilityState === 'visible') look();
    };
    const leave = (event: BeforeUnloadEvent) => {
      const { save } = store.getState();
      // what the browser keeps is sent by the next window
      if (save.kind === 'saving' || (save.kind === 'failed' && save.waiting > 0 && !save.kept))
        event.preventDefault();
    };
    store.getState().start();
    const unlisten = ports.listen(look);
    document.addEventListener('visibilitychange', visible);
    window.addEventListener('online', look);
    window.addEventListener('beforeunload', leave);
    return () => {
      store.getState().stop();
      unlisten();
      ports.close();
      document.removeEventListener('visibilitychange', visible);
      window.removeEventListener('online', look);
      window.removeEventListener('beforeunload', leave);
    };
  }, [store, ports]);
  const region = useStore(store, (s) => s.job.info.countryGroup);
  return (
    <JobContext value={store}>
      <RegionContext value={region}>{children}</RegionContext>
    </JobContext>
  );
}

const idOf = (initial: SentJob) => initial.records.find((r) => r.type === 'job')?.id ?? '';

/** The store itself, for handlers that read the newest state. */
export function useJobStore(): JobStore {
  const store = useContext(JobContext);
  if (!store) throw new Error('useJobStore is used outside a JobProvider');
  return store;
}

/** A part of the open job's state. */
export const useJob = <T,>(select: (state: JobState) => T): T => useStore(useJobStore(), select);

const proofCache = new WeakMap<Job, SpotProof[]>();

/** The proof of every spot in the order of their numbers; worked out once for each state of the job. */
export function proofsOf(job: Job): SpotProof[] {
  const known = proofCache.get(job);
  if (known) return known;
  const proofs = [...job.spots].sort((a, b) => a.number - b.number).map((s) => proveSpot(job, s));
  proofCache.set(job, proofs);
  return proofs;
}

export function useProofs(): SpotProof[] {
  const job = useJob((s) => s.job);
  return useMemo(() => proofsOf(job), [job]);
}
