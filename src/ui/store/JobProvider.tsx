'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { proveSpot, type SpotProof } from '@/core/proof/spotProof';
import type { Job } from '@/core/job/job';
import { type InitialJob, type JobState, type JobStore, makeJobStore } from './jobStore';

const JobContext = createContext<JobStore | null>(null);

/** Opens a job for everything below it. A change made in another window is fetched when this one is looked at again. */
export function JobProvider({ initial, children }: { initial: InitialJob; children: ReactNode }) {
  const [store] = useState(() => makeJobStore(initial));
  useEffect(() => {
    const look = () => {
      if (document.visibilityState === 'visible' && store.getState().save.kind === 'saved')
        void store.getState().reload();
    };
    const leave = (event: BeforeUnloadEvent) => {
      if (store.getState().save.kind !== 'saved') event.preventDefault();
    };
    document.addEventListener('visibilitychange', look);
    window.addEventListener('beforeunload', leave);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('beforeunload', leave);
    };
  }, [store]);
  return <JobContext value={store}>{children}</JobContext>;
}

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
