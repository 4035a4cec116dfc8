'use client';

import { useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import type { Job } from '@/core/job/job';
import { recordSchema, type RecordType } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import { messageOf } from '@/client/store/api';
import { startCompute } from '@/workers/client';

/** What is written on this page changes no prediction. */
const besidePlan: readonly RecordType[] = ['business', 'customer', 'quote', 'reading', 'stepRun', 'visit'];

/** What the plan gives at each spot, worked out beside the page; null until it is there. */
export function usePredictions(job: Job): { predictions: Prediction[] | null; error: string } {
  const plan = useMemo(
    () => JSON.stringify([...job.byId.values()].filter((r) => !besidePlan.includes(r.type))),
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
