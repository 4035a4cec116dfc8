'use client';

import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { find, type Job } from '@/core/job/job';
import type { Candidate } from '@/core/propose/candidates';
import { editOf, standsAs } from '@/core/propose/editOf';
import type { Proposal } from '@/core/propose/proposal';
import type { Proposals } from '@/core/propose/propose';
import { StatusMark } from '@/ui/marks';
import { Button, PartHead } from '@/ui/primitives';
import { PegIcon } from '@/ui/sheet/Peg';
import { messageOf } from '@/ui/store/api';
import { useJob, useJobStore } from '@/ui/store/JobProvider';
import { minutesText, moneyText, rateText, sureText } from '@/ui/units';
import { startPlanning } from '@/workers/client';

type State =
  | { kind: 'idle' }
  | { kind: 'working'; said: string; so: Proposal[]; from: Job }
  | { kind: 'done'; found: Proposals; from: Job }
  | { kind: 'failed'; message: string };

/** Proposals for the whole job: asked for, worked out apart from everything else, stopped at any time. */
export function ProposalsPanel() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [state, setState] = useState<State>({ kind: 'idle' });
  const [taken, setTaken] = useState<string | null>(null);
  /** Places that may not be used, by candidate, with their words. */
  const [forbidden, setForbidden] = useState<ReadonlyMap<string, string>>(new Map());
  const running = useRef<(() => void) | null>(null);
  useEffect(() => () => running.current?.(), []);
  const stop = () => {
    running.current?.();
    running.current = null;
    setState({ kind: 'idle' });
  };
  async function ask(not: ReadonlyMap<string, string> = forbidden) {
    setForbidden(not);
    running.current?.();
    const { api, stop: end } = startPlanning();
    running.current = end;
    setTaken(null);
    setState({ kind: 'working', said: 'Starting …', so: [], from: job });
    try {
      const said = Comlink.proxy((what: string) => {
        if (running.current === end) setState((s) => (s.kind === 'working' ? { ...s, said: what } : s));
      });
      const one = Comlink.proxy((proposal: Proposal) => {
        if (running.current === end)
          setState((s) => (s.kind === 'working' ? { ...s, so: [...s.so, proposal] } : s));
      });
      const found = await api.plan([...job.byId.values()], { forbidden: [...not.keys()] }, said, one);
      if (running.current === end) setState({ kind: 'done', found, from: job });
    } catch (error) {
      if (running.current === end) setState({ kind: 'failed', message: messageOf(error) });
    } finally {
      if (running.current === end) running.current = null;
      end();
    }
  }
  const spotName = (id: string) => {
    const spot = find(job, 'spot', id);
    return spot ? `${spot.number}, ${spot.name}` : 'a spot';
  };
  return (
    <section aria-label="Proposals">
      <PartHead right={state.kind === 'done' ? `${state.found.candidates} places` : undefined}>
        Proposals
      </PartHead>
      {state.kind !== 'working' && state.kind !== 'done' && (
        <p className="pb-2 text-muted">
          Which units, where and fed how, so that each need is met: least cost, no drilling, most headroom.
          What was found in the house is kept; whether everyone at once fits is checked afterwards.
        </p>
      )}
      {state.kind === 'failed' && (
        <p role="alert" className="pb-2 text-rust-text">
          It stopped: {state.message}. Nothing was changed.
        </p>
      )}
      {state.kind === 'working' && (
        <div className="flex items-center justify-between gap-2 pb-2" role="status">
          <span className="text-muted">{state.said}</span>
          <Button onClick={stop}>Stop</Button>
        </div>
      )}
      {(state.kind === 'done' || state.kind === 'working') && (
        <>
          {state.kind === 'done' && state.found.whyNot && (
            <p className="pb-2 text-rust-text">None: {state.found.whyNot}.</p>
          )}
          <ul>
            {(state.kind === 'done' ? state.found.proposals : state.so).map((p) => (
              <ProposalCard
                key={p.kind}
                proposal={p}
                spotName={spotName}
                stale={!standsAs(state.from, job)}
                taken={taken === p.kind}
                onForbid={(c) => void ask(new Map(forbidden).set(c.id, c.words))}
                onTake={() => {
                  const now = store.getState().job;
                  if (store.getState().commit(editOf(now, p.columns, `Take the proposal: ${p.kind}`).edit))
                    setTaken(p.kind);
                }}
              />
            ))}
          </ul>
          {state.kind === 'done' && state.found.impossible.length > 0 && (
            <div className="pt-1 text-[12px] text-rust-text">
              <p className="font-semibold">Nothing that is allowed meets these needs:</p>
              <ul className="list-disc pl-4">
                {state.found.impossible.map((i) => (
                  <li key={i.spotId}>
                    {spotName(i.spotId)}: {sureText(i.certainty)} sure at most{i.by ? `, by ${i.by}` : ''}
                  </li>
                ))}
              </ul>
            </div>
          )}
        </>
      )}
      {forbidden.size > 0 && state.kind !== 'working' && (
        <div className="pb-1 text-[12px]">
          <p className="text-muted">Not to be used:</p>
          <ul>
            {[...forbidden].map(([id, words]) => (
              <li key={id} className="flex justify-between gap-2">
                {words}
                <button
                  type="button"
                  className="font-semibold text-action pointer-coarse:min-h-11"
                  onClick={() => {
                    const left = new Map(forbidden);
                    left.delete(id);
                    setForbidden(left);
                  }}
                >
                  Allow
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {state.kind !== 'working' && (
        <Button
          className="mt-1 w-full"
          look={state.kind === 'idle' ? 'action' : 'plain'}
          onClick={() => void ask()}
        >
          {state.kind === 'done' ? 'Propose again' : 'Propose'}
        </Button>
      )}
    </section>
  );
}

function ProposalCard({
  proposal: p,
  spotName,
  stale,
  taken,
  onForbid,
  onTake,
}: {
  proposal: Proposal;
  spotName: (id: string) => string;
  /** The survey, the catalogue or what is kept has changed since. */
  stale: boolean;
  /** It was the last that was taken. */
  taken: boolean;
  onForbid: (candidate: Candidate) => void;
  onTake: () => void;
}) {
  const currency = useJob((s) => s.job.info.currency);
  const facts = [
    `${p.met} of ${p.spots} needs met`,
    p.holes === 0 ? 'no hole' : `${p.holes} ${p.holes === 1 ? 'hole' : 'holes'}`,
    minutesText(p.minutes),
  ];
  return (
    <li className="mb-2 border border-strong" data-testid="proposal">
      <div className="flex items-baseline justify-between gap-2 border-b border-rule px-2.5 py-1.5">
        <h4 className="font-bold first-letter:uppercase">{p.kind}</h4>
        <span className="font-bold">{moneyText(p.partsEur, currency)}</span>
      </div>
      <div className="px-2.5 py-1.5">
        <p>{facts.join(' · ')}</p>
        <p className="text-[12px] text-muted">
          {p.proven
            ? p.kind === 'everyone at once'
              ? 'Proven the cheapest with a wire or a radio of its own for each unit.'
              : p.kind === 'most headroom'
                ? 'The most within the budget, of units over the air that each reach a spot their parent does not.'
                : 'Proven: no cheaper choice of these places and kits does it.'
            : p.gapEur !== null
              ? `The best found in the time; one up to ${moneyText(p.gapEur, currency)} cheaper may exist.`
              : 'The best found in the time.'}{' '}
          Parts and work {moneyText(p.costEur, currency)}.
        </p>
        {p.worst && (
          <p className="text-[12px] text-muted">
            Least headroom {p.worst.headroomDb.toFixed(0)} dB at {spotName(p.worst.spotId)} (
            {sureText(p.worst.certainty)} sure).
          </p>
        )}
        <p
          className={`flex items-center gap-1.5 text-[12px] ${p.fitsAtOnce ? 'text-muted' : 'text-ochre-text'}`}
        >
          <StatusMark mark={p.fitsAtOnce ? 'met' : 'thin'} size={11} />
          Everyone at once: {p.fitsAtOnce ? 'fits' : 'does not fit'}
        </p>
        <ul className="pt-1">
          {p.units.map((u) => (
            <li key={u.letter} className="flex items-start gap-2 border-t border-rule py-1">
              <PegIcon letter={u.letter} size={20} />
              <span className="min-w-0 flex-1 leading-tight">
                {u.kit}
                <span className="block text-[12px] text-muted">
                  {u.place}; {u.link}
                </span>
              </span>
              <span className="text-right">
                <span className="block text-muted">{moneyText(u.partsEur, currency)}</span>
                <button
                  type="button"
                  className="text-[12px] font-semibold text-action pointer-coarse:min-h-11"
                  aria-label={`Not ${u.place}: propose without that place`}
                  onClick={() => {
                    const column = p.columns.find((c) => c.candidate.words === u.place);
                    if (column) onForbid(column.candidate);
                  }}
                >
                  Not there
                </button>
              </span>
            </li>
          ))}
          {p.units.length === 0 && (
            <li className="py-1 text-muted">Nothing is needed: what is there does it.</li>
          )}
        </ul>
        {p.habits.length > 0 && (
          <details>
            <summary className="cursor-pointer py-1 font-semibold text-action">Against the habit</summary>
            <ul className="text-[12px]">
              {p.habits.map((h) => (
                <li key={h.letter} className="border-t border-rule py-1">
                  <b>{h.letter}</b> half-way to {spotName(h.spotId)}, over the air: {rateText(h.halfWayMbps)}{' '}
                  Mbps there instead of {rateText(h.downMbps)}, {h.halfWayMet} of {p.spots} needs met instead
                  of {h.met}.
                </li>
              ))}
            </ul>
          </details>
        )}
        <Button className="mt-1 w-full" disabled={stale} onClick={onTake}>
          {stale ? 'The job has changed: propose again' : taken ? 'Taken; take it again' : 'Take it'}
        </Button>
      </div>
    </li>
  );
}
