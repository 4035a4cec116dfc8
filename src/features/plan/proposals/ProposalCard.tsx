'use client';

import { Explain } from '@/ui/Explain';
import { find } from '@/core/job/job';
import { wiredWorthEur } from '@/core/optimise/planningInstance';
import { editOf, standsAs } from '@/core/optimise/editOf';
import type { Proposal } from '@/core/optimise/proposal';
import { proposalWords } from '@/core/optimise/proposalWords';
import type { Measurement, Robust } from '@/core/optimise/robust';
import { StatusMark } from '@/ui/marks';
import { Button } from '@/ui/primitives';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { minutesText } from '@/ui/time';
import { moneyText, sureText } from '@/ui/units';
import { fewerKey, planningOf, usePlanning } from '@/client/planning';
import { AnswerLine, CableItem, link, UnitItem } from './ProposalItems';

/** One proposal: what it is made of and gives, and what can be asked of it and done with it. */
export function ProposalCard({ proposal: p }: { proposal: Proposal }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { id, currency } = job.info;
  const planning = planningOf(id);
  const from = usePlanning(id, (s) => s.from);
  const done = usePlanning(id, (s) => s.kind === 'done');
  const taken = usePlanning(id, (s) => s.taken === p.kind);
  const shown = usePlanning(id, (s) => s.shown === p.kind);
  const robust = usePlanning(id, (s) => s.robust[p.kind]);
  const answers = usePlanning(id, (s) => s.answers);
  const stale = from === null || !standsAs(from, job);
  const spotName = (spotId: string) => {
    const spot = find(job, 'spot', spotId);
    return spot ? `${spot.number}, ${spot.name}` : 'a spot';
  };
  const take = () => {
    const now = store.getState().job;
    if (
      store
        .getState()
        .commit(editOf(now, p.options, `Apply the proposal: ${proposalWords[p.kind]}`, p.main?.edit).edit)
    )
      planning.getState().set({ taken: p.kind, shown: null });
  };
  const facts = [
    `${p.met} of ${p.spots} needs met`,
    ...(p.devices.of > 0 ? [`${p.devices.met} of ${p.devices.of} devices`] : []),
    ...(p.rooms.of > 0 ? [`${p.rooms.met} of ${p.rooms.of} rooms, 90 % of the area`] : []),
    p.holes === 0 ? 'no hole' : `${p.holes} ${p.holes === 1 ? 'hole' : 'holes'}`,
    minutesText(p.minutes),
  ];
  const canAsk = done && !p.early && !stale;
  return (
    <li className="mb-2 border border-strong" data-testid="proposal">
      <div className="flex items-baseline justify-between gap-2 border-b border-rule px-2.5 py-1.5">
        <h4 className="font-bold">{proposalWords[p.kind]}</h4>
        <span className="font-bold">{moneyText(p.costEur, currency)}</span>
      </div>
      <div className="px-2.5 py-1.5">
        <p>{facts.join(' · ')}</p>
        <p className="text-[12px] text-muted">
          {p.units.length + p.cables.length > 0 || p.main
            ? `Parts ${moneyText(p.partsEur, currency)}, the rest is work. ${provenText(p, (v) => moneyText(v, currency))}`
            : 'Nothing to buy.'}
          {job.info.preferWired &&
            ` A wireless link counts as ${moneyText(wiredWorthEur, currency)} more, since wired is preferred.`}
        </p>
        {p.worst && (
          <p className="text-[12px] text-muted">
            <Explain of="lowestHeadroom">Lowest headroom</Explain> {p.worst.headroomDb.toFixed(0)} dB at{' '}
            {spotName(p.worst.spotId)} ({sureText(p.worst.certainty)} certain).
          </p>
        )}
        <p
          className={`flex items-center gap-1.5 text-[12px] ${p.fitsAtOnce ? 'text-muted' : 'text-ochre-text'}`}
        >
          <StatusMark mark={p.fitsAtOnce ? 'met' : 'thin'} size={11} />
          <Explain of="atOnce">All needs at once:</Explain> {p.fitsAtOnce ? 'fits' : 'not enough capacity'}
        </p>
        {p.dailyLife && <p className="text-[12px] text-muted">In the rooms: {p.dailyLife}</p>}
        <Holds robust={robust} waiting={done && !p.early} spotName={spotName} />
        <ul className="pt-1">
          {p.main && (
            <li className="flex items-start gap-2 border-t border-rule py-1">
              <PegIcon letter={p.main.unit.letter} size={20} look={shown ? 'ghost' : 'planned'} />
              <span className="min-w-0 flex-1 leading-tight">
                {p.main.product.name}
                <span className="block text-[12px] text-muted">
                  the new main unit, instead of the {p.main.instead}
                </span>
              </span>
              <span className="text-muted">{moneyText(p.main.partsEur, currency)}</span>
            </li>
          )}
          {p.units.map((u) => (
            <UnitItem key={u.letter} unit={u} proposal={p} canAsk={canAsk} />
          ))}
          {p.cables.map((c) => (
            <CableItem key={c.device} cable={c} />
          ))}
          {p.units.length + p.cables.length === 0 && !p.main && (
            <li className="py-1 text-muted">No new units needed.</li>
          )}
        </ul>
        {canAsk && p.units.length > 0 && answers[fewerKey(p.kind)] === undefined && (
          <button
            type="button"
            className={`${link} py-1`}
            onClick={() => void planning.getState().whyFewer(p.kind)}
          >
            Why not fewer units?
          </button>
        )}
        <AnswerLine answer={answers[fewerKey(p.kind)]} />
        {p.habits.length > 0 && (
          <details>
            <summary className="cursor-pointer py-1 font-semibold text-action">
              Compared with half-way placement
            </summary>
            <ul className="text-[12px]">
              {p.habits.map((h) => (
                <li key={h.letter} className="border-t border-rule py-1">
                  <b>{h.letter}</b> half-way to {spotName(h.spotId)}, wireless: {rateText(h.halfWayMbps)} Mbps
                  there instead of {rateText(h.downMbps)}, {h.halfWayMet} of {p.spots} needs met instead of{' '}
                  {h.met}.
                </li>
              ))}
            </ul>
          </details>
        )}
        <div className="mt-1 flex gap-1.5">
          <Button
            aria-pressed={shown}
            disabled={stale}
            onClick={() => planning.getState().set({ shown: shown ? null : p.kind })}
          >
            {shown ? 'Hide on drawing' : 'Show on drawing'}
          </Button>
          <Button className="flex-1" disabled={stale} onClick={take}>
            {stale ? (taken ? 'Applied' : 'The job has changed') : taken ? 'Applied; apply again' : 'Apply'}
          </Button>
        </div>
      </div>
    </li>
  );
}

export function provenText(p: Proposal, money: (v: number) => string): string {
  if (p.early) return 'First result. The search for a cheaper one goes on.';
  if (!p.proven)
    return p.gapEur === null
      ? 'Best found. A better one may exist.'
      : `Best found. One up to ${money(p.gapEur)} cheaper may exist.`;
  switch (p.kind) {
    case 'everyone at once':
      return 'Optimal: with the places tried, no cheaper plan carries all needs at once.';
    case 'most headroom':
      return 'Highest headroom within the budget, for the places tried.';
    case 'no drilling':
      return 'Optimal: with the places tried, no cheaper plan without drilling.';
    case 'new main unit':
      return 'Optimal: with this main unit and the places tried, no cheaper plan. Its settings must be entered again.';
    case 'least cost':
      return 'Optimal: with the existing main unit and the places tried, no cheaper plan. Limits: at most two new units in a row, cables between them up to 15 m. A likely snag counts as a second visit.';
  }
}

/** The best measurement in words: what to measure, and what it would tell. */
export const measureText = ({ kind, words, spreadDb, whenGood, whenBad }: Measurement): string =>
  `${kind === 'loss' ? `Measure the loss of ${words.toLowerCase()}` : `Take a reading at ${words}`} before buying: it is known to ±${spreadDb.toFixed(0)} dB. In the better third of what it may show all needs are met in ${sureText(whenGood)} of the cases, in the worse third in ${sureText(whenBad)}.`;

function Holds({
  robust,
  waiting,
  spotName,
}: {
  robust: Robust | undefined;
  waiting: boolean;
  spotName: (id: string) => string;
}) {
  if (!robust)
    return waiting ? <p className="text-[12px] text-muted">How often it holds: computing …</p> : null;
  const [weakest] = robust.bySpot;
  return (
    <details>
      <summary className="cursor-pointer py-0.5 text-[12px]">
        <Explain of="robust">All needs met in</Explain> <b>{sureText(robust.allMet)}</b> of {robust.samples}{' '}
        cases
      </summary>
      <div className="pb-1 text-[12px] text-muted">
        <p>
          Random cases within known uncertainty; {robust.meanMet.toFixed(1)} needs met on average
          {weakest ? `, least often ${spotName(weakest.spotId)} (${sureText(weakest.share)})` : ''}.
        </p>
        {robust.best && <p className="pt-0.5 text-ink">{measureText(robust.best)}</p>}
      </div>
    </details>
  );
}
