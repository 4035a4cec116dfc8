'use client';

import type { Id } from '@/core/job/records';
import { Button, PartHead } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useAnswer } from '@/client/store/useAnswer';
import type { ComputeApi } from '@/workers/protocol';
import type { Remote } from 'comlink';
import { rateText } from '@/core/network/rateText';
import { moneyText, sureText } from '@/ui/units';

const ask = (api: Remote<ComputeApi>, spotId: Id) => api.nextSteps(spotId);

/** What would help a spot most: single moves with what they give, the surest and least work first; one click does one. */
export function NextSteps({ spotId }: { spotId: Id }) {
  const store = useJobStore();
  const currency = useJob((s) => s.job.info.currency);
  const steps = useAnswer(ask, spotId);
  return (
    <section aria-label="Next step">
      <PartHead right="as predicted">Next step</PartHead>
      {steps === null && (
        <p role="status" className="text-muted">
          Trying moves …
        </p>
      )}
      {steps?.length === 0 && (
        <p className="text-muted">No single move improves it in the prediction. See Plan, Propose.</p>
      )}
      <ul>
        {steps?.map((s) => (
          <li key={s.kind} className="flex items-start gap-2 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              {s.words}
              <span className="block text-[12px] text-muted">
                {rateText(s.downMbps)} Mbps then, {sureText(s.certainty)} certain
                {s.priceEur ? `, ${moneyText(s.priceEur, currency)}` : ''}
                {s.others > 0 ? `, ${s.others} more ${s.others === 1 ? 'need' : 'needs'} met elsewhere` : ''}
              </span>
            </span>
            {s.edit && <Button onClick={() => s.edit && store.getState().commit(s.edit)}>Apply</Button>}
          </li>
        ))}
      </ul>
    </section>
  );
}
