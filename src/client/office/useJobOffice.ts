'use client';

import { useCallback, useEffect, useState } from 'react';
import { useJobStore } from '@/client/store/JobProvider';
import { actOnJobOffice, type JobOffice, type JobOfficeDo, readJobOffice } from './officeApi';

/** Looked at so often, ms: with an office, and on a laptop of its own. */
const [joinedMs, aloneMs] = [3000, 60_000];

/** How the open job stands with the office; null where it does not, or nothing is known yet. */
export function useJobOffice(jobId: string) {
  const store = useJobStore();
  const [office, setOffice] = useState<JobOffice | null>(null);
  useEffect(() => {
    let isOpen = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async () => {
      let next: JobOffice | null = null;
      try {
        next = await readJobOffice(jobId);
        if (isOpen) setOffice(next);
        const { revision, look: fetchNews } = store.getState();
        if (next && next.revision > revision) await fetchNews();
      } catch {
        // the save state tells when the server can't be reached
      }
      if (isOpen) timer = setTimeout(() => void look(), next ? joinedMs : aloneMs);
    };
    timer = setTimeout(() => void look(), 500);
    return () => {
      isOpen = false;
      clearTimeout(timer);
    };
  }, [jobId, store]);
  const act = useCallback(
    async (what: JobOfficeDo) => {
      setOffice(await actOnJobOffice(jobId, what));
      await store.getState().look();
    },
    [jobId, store],
  );
  return { office, act };
}
