'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { Id } from '@/core/job/records';
import type { NextStep } from '@/core/plan/nextSteps';
import { Button, PartHead } from '@/ui/primitives';
import { messageOf } from '@/ui/store/api';
import { useJob, useJobStore } from '@/ui/store/JobProvider';
import { moneyText, rateText, sureText } from '@/ui/units';

/** What would help a spot most: single moves with what they give, the surest and least work first; one click does one. */
export function NextSteps({ spotId }: { spotId: Id }) {
  const store = useJobStore();
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const currency = useJob((s) => s.job.info.currency);
  const [told, setTold] = useState<{ spotId: Id; steps: NextStep[] } | null>(null);
  useEffect(() => {
    if (!compute || !network) return;
    let live = true;
    compute.nextSteps(spotId).then(
      (steps) => live && setTold({ spotId, steps }),
      (error: unknown) => live && toast.error(messageOf(error)),
    );
    return () => {
      live = false;
    };
  }, [compute, network, spotId]);
  const steps = told?.spotId === spotId ? told.steps : null;
  return (
    <section aria-label="Next step">
      <PartHead right="as predicted">Next step</PartHead>
      {steps === null && (
        <p role="status" className="text-muted">
          Trying moves …
        </p>
      )}
      {steps?.length === 0 && (
        <p className="text-muted">
          No single move makes it better by what the model knows. See Plan, Propose.
        </p>
      )}
      <ul>
        {steps?.map((s) => (
          <li key={s.kind} className="flex items-start gap-2 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              {s.words}
              <span className="block text-[12px] text-muted">
                {rateText(s.downMbps)} Mbps then, {sureText(s.certainty)} sure
                {s.priceEur ? `, ${moneyText(s.priceEur, currency)}` : ''}
                {s.others > 0 ? `, ${s.others} more ${s.others === 1 ? 'need' : 'needs'} met elsewhere` : ''}
              </span>
            </span>
            {s.edit && <Button onClick={() => s.edit && store.getState().commit(s.edit)}>Do it</Button>}
          </li>
        ))}
      </ul>
    </section>
  );
}
