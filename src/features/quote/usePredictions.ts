'use client';

import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import type { Job } from '@/core/job/job';
import { asPlanned, isBesidePlan } from '@/core/job/besidePlan';
import { recordSchema } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import { messageOf } from '@/client/store/api';
import { startCompute } from '@/workers/client';

/** What the plan of a job gives at each spot, worked out beside the page. @throws Error of the computation. */
export async function predictionsOf(job: Job): Promise<Prediction[]> {
  const { api, stop } = startCompute();
  try {
    await api.setJob([...job.byId.values()].filter((r) => !isBesidePlan(r)));
    return await api.predict('planned');
  } finally {
    stop();
  }
}

/** What the plan gives at each spot, worked out beside the page; null until it is there. */
export function usePredictions(job: Job): { predictions: Prediction[] | null; error: string } {
  const plan = useMemo(
    () =>
      JSON.stringify(
        [...job.byId.values()]
          .filter((r) => !isBesidePlan(r) && (r.type !== 'reading' || job.info.useLearned))
          .map(asPlanned),
      ),
    [job],
  );
  const [state, setState] = useState<{
    plan: string;
    predictions: Prediction[] | null;
    error: string;
  } | null>(null);
  useEffect(() => {
    const { api, stop } = startCompute();
    let live = true;
    void (async () => {
      try {
        await api.setJob(z.array(recordSchema).parse(JSON.parse(plan)));
        const predictions = await api.predict('planned');
        if (live) setState({ plan, predictions, error: '' });
      } catch (error) {
        if (live) setState({ plan, predictions: null, error: messageOf(error) });
      }
    })();
    return () => {
      live = false;
      stop();
    };
  }, [plan]);
  return state?.plan === plan ? state : { predictions: null, error: '' };
}
