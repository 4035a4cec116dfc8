'use client';

import { Explain } from '@/ui/Explain';
import { find } from '@/core/job/job';
import { bands } from '@/core/job/records';
import { setChannels } from '@/core/design/setChannels';
import { radioRules } from '@/core/wifi/radioRules';
import { Button, PartHead } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useAnswer } from '@/client/store/useAnswer';
import type { ComputeApi } from '@/workers/protocol';
import type { Remote } from 'comlink';

const percent = (v: number) => `${(v * 100).toFixed(v < 0.1 ? 1 : 0)} %`;

const ask = (api: Remote<ComputeApi>) => api.channels();

/** The channels of all units, and those in which they would take least of one another's time. */
export function Channels() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const plan = useAnswer(ask);
  const units = job.units.filter((u) => u.planned && plan?.choices.some((c) => c.unitId === u.id));
  if (!plan || units.length === 0) return null;
  const used = bands.filter((b) => [...plan.choices, ...plan.links].some((c) => c.band === b));
  const rules = radioRules[job.info.countryGroup];
  const choice = (unitId: string, band: string) =>
    plan.choices.find((c) => c.unitId === unitId && c.band === band);
  const isSet =
    plan.choices.every((c) => {
      const unit = find(job, 'unit', c.unitId);
      return unit?.channels[c.band] === c.channel && unit.widths[c.band] === c.widthMHz;
    }) && plan.links.every((l) => find(job, 'link', l.linkId)?.channel === l.channel);
  const text = (channel: number, widthMHz: number | null) =>
    widthMHz === null ? String(channel) : `${channel}, ${widthMHz} MHz`;
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
                const words = best && text(best.channel, best.widthMHz);
                const same = now === best?.channel && u.widths[b] === best?.widthMHz;
                return (
                  <td key={b} className="text-right">
                    {best === undefined ? (
                      '–'
                    ) : same ? (
                      <b>{words}</b>
                    ) : (
                      <>
                        <span className="text-muted">
                          {now === null ? 'any' : text(now, u.widths[b])}, better{' '}
                        </span>
                        <b>{words}</b>
                      </>
                    )}
                    {best !== undefined && rules.bands[b].radar.includes(best.channel) ? ', radar' : ''}
                  </td>
                );
              })}
            </tr>
          ))}
          {plan.links.map((l) => {
            const link = find(job, 'link', l.linkId);
            const ends = [link?.fromUnitId, link?.unitId].map((id) => find(job, 'unit', id)?.letter ?? '?');
            return (
              <tr key={l.linkId} className="h-[25.5px] border-b border-rule">
                <td>
                  <b>{ends.join('–')}</b> dedicated backhaul
                </td>
                {used.map((b) => (
                  <td key={b} className="text-right">
                    {b !== l.band ? (
                      '–'
                    ) : (
                      <>
                        {link?.channel !== l.channel && (
                          <span className="text-muted">{link?.channel ?? 'any'}, better </span>
                        )}
                        <b>{l.channel}</b>
                        {rules.bands[b].radar.includes(l.channel) ? ', radar' : ''}
                      </>
                    )}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-1.5 text-[12px] text-muted">
        <Explain of="airtime">Airtime</Explain> shared between units and neighbours: {percent(plan.conflict)}
        {isSet ? '' : ` (now ${percent(plan.conflictNow)})`}.{' '}
        {plan.exact ? 'No other channels share less.' : 'Best found, perhaps not optimal.'} Check the local
        rules.
      </p>
      {!isSet && (
        <Button
          className="mt-2 w-full"
          onClick={() => store.getState().commit(setChannels(store.getState().job, plan))}
        >
          Set these channels
        </Button>
      )}
    </section>
  );
}
