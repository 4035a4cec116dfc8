'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { find } from '@/core/job/job';
import { bands } from '@/core/job/records';
import type { ChannelPlan } from '@/core/network/channelPlan';
import { setChannels } from '@/core/plan/setChannels';
import { radioRules } from '@/core/wifi/radioRules';
import { Button, PartHead } from '@/ui/primitives';
import { messageOf } from '@/ui/store/api';
import { useJob, useJobStore } from '@/ui/store/JobProvider';

const percent = (v: number) => `${(v * 100).toFixed(v < 0.1 ? 1 : 0)} %`;

/** The channels of all units, and those in which they would take least of one another's time. */
export function Channels() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const dragging = useJob((s) => s.dragged !== null);
  const [plan, setPlan] = useState<ChannelPlan | null>(null);
  useEffect(() => {
    if (!compute || !network || dragging) return;
    let live = true;
    compute.channels().then(
      (p) => live && setPlan(p),
      (error: unknown) => live && toast.error(messageOf(error)),
    );
    return () => {
      live = false;
    };
  }, [compute, network, dragging]);
  const units = job.units.filter((u) => u.planned && plan?.choices.some((c) => c.unitId === u.id));
  if (!plan || units.length === 0) return null;
  const used = bands.filter((b) => plan.choices.some((c) => c.band === b));
  const rules = radioRules[job.info.countryGroup];
  const choice = (unitId: string, band: string) =>
    plan.choices.find((c) => c.unitId === unitId && c.band === band)?.channel;
  const isSet = units.every((u) => used.every((b) => u.channels[b] === (choice(u.id, b) ?? u.channels[b])));
  return (
    <section aria-label="Channels">
      <PartHead right={rules.name}>Channels</PartHead>
      <table className="w-full">
        <thead>
          <tr className="border-b-[1.5px] border-ink text-[11.5px] text-muted">
            <th scope="col" className="py-1 text-left font-semibold">
              Unit
            </th>
            {used.map((b) => (
              <th key={b} scope="col" className="text-right font-semibold">
                {b} GHz
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {units.map((u) => (
            <tr key={u.id} className="h-[25.5px] border-b border-rule">
              <td>
                <b>{u.letter}</b> {find(job, 'storey', u.storeyId)?.name}
              </td>
              {used.map((b) => {
                const best = choice(u.id, b);
                const now = u.channels[b];
                return (
                  <td key={b} className="text-right">
                    {best === undefined ? (
                      '–'
                    ) : now === best ? (
                      <b>{best}</b>
                    ) : (
                      <>
                        <span className="text-muted">{now ?? 'any'}, better </span>
                        <b>{best}</b>
                      </>
                    )}
                    {best !== undefined && rules.bands[b].radar.includes(best) ? ', radar' : ''}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-[12px] text-muted">
        Units and neighbours take {percent(plan.conflict)} of one another’s time
        {isSet ? '' : `, ${percent(plan.conflictNow)} as they are`}
        {plan.exact ? '; no other channels would take less.' : '; the best found, not proven.'} Check the
        local rules.
      </p>
      {!isSet && (
        <Button
          className="mt-2 w-full"
          onClick={() => store.getState().commit(setChannels(store.getState().job, plan.choices))}
        >
          Set these channels
        </Button>
      )}
    </section>
  );
}
