'use client';

import type { Remote } from 'comlink';
import type { LinkLoad } from '@/core/proof/linkLoad';
import { find } from '@/core/job/job';
import { type Mark, StatusMark } from '@/ui/marks';
import { Button, PartHead } from '@/ui/primitives';
import { goTo } from '@/client/actions';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useAnswer } from '@/client/store/useAnswer';
import type { ComputeApi } from '@/workers/protocol';

const ask = (api: Remote<ComputeApi>) => api.linkLoads();
const marks: Record<LinkLoad['state'], Mark> = {
  untested: 'empty',
  idle: 'thin',
  carries: 'cured',
  'falls short': 'short',
};

/** The plan's radio links under load: what a link shows while idle says little. */
export function LinkLoads() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const loads = useAnswer(ask);
  if (!loads || loads.length === 0) return null;
  return (
    <section aria-label="Radio links under load">
      <PartHead right="Mbps down">Radio links under load</PartHead>
      <ul data-testid="link-loads">
        {loads.map((l) => {
          const near = find(job, 'spot', l.spotIds[0]);
          return (
            <li key={l.linkId} className="flex items-start gap-2 border-b border-rule py-1.5">
              <span className="pt-0.5">
                <StatusMark mark={marks[l.state]} />
              </span>
              <span className="min-w-0 flex-1">{l.words}</span>
              {near && l.state !== 'carries' && (
                <Button look="quiet" onClick={() => goTo(store, near.id)}>
                  Spot {near.number}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
