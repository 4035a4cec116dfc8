'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Progress } from './Progress';
import { find } from '@/core/job/job';
import type { Impossible } from '@/core/optimise/subsets';
import { Button, PartHead } from '@/ui/primitives';
import { planningOf, usePlanning } from '@/client/planning';
import { useJob } from '@/client/store/JobProvider';
import { useTimes } from '@/ui/useTimes';
import { moneyText, sureText } from '@/ui/units';
import { CompareDialog } from './CompareDialog';
import { Places } from './Places';
import { ProposalCard } from './ProposalCard';

/** With its chart; loaded when it is asked for. */
const FrontDialog = dynamic(() => import('./FrontDialog').then((m) => m.FrontDialog), { ssr: false });

/** Proposals for the whole job: asked for, worked out apart from everything else, stopped at any time. */
export function ProposalsPanel() {
  const job = useJob((s) => s.job);
  const { id } = job.info;
  const { whenText } = useTimes();
  const planning = planningOf(id);
  const { kind, said, proposals, found, at, doing, sinceMs, tookS } = usePlanning(id, (s) => s);
  const [open, setOpen] = useState<'compare' | 'front' | null>(null);
  const done = kind === 'done';
  return (
    <section aria-label="Proposals">
      <PartHead right={done && found ? `${found.candidates} places` : undefined}>Proposals</PartHead>
      {(kind === 'idle' || kind === 'failed') && (
        <p className="pb-2 text-muted">
          Suggests units, places and links that meet every need: lowest cost, all needs at once, no drilling,
          most headroom. Existing units stay.
        </p>
      )}
      {kind === 'failed' && (
        <p role="alert" className="pb-2 text-rust-text">
          The search stopped: {said}. Nothing was changed.
        </p>
      )}
      {kind === 'working' && (
        <div className="flex items-center justify-between gap-2 pb-2">
          <Progress doing={doing} sinceMs={sinceMs} tookS={tookS} hasAny={proposals.length > 0} />
          <Button onClick={planning.getState().stop}>Stop</Button>
        </div>
      )}
      {kind === 'kept' && (
        <p className="pb-2 text-[12px] text-muted" data-testid="kept-proposals">
          Worked out {at ? whenText(at) : 'before'}
          {found ? '' : ', and stopped before all were there'}. Propose again to ask about them.
        </p>
      )}
      {done && found?.whyNot && <p className="pb-2 text-rust-text">None: {found.whyNot}.</p>}
      {done && proposals.length > 0 && (
        <div className="flex gap-1.5 pb-2">
          {proposals.length > 1 && (
            <Button className="flex-1" onClick={() => setOpen('compare')}>
              Compare
            </Button>
          )}
          <Button
            className="flex-1"
            onClick={() => {
              setOpen('front');
              if (planning.getState().front === null) void planning.getState().askFront();
            }}
          >
            Compare cost and headroom
          </Button>
        </div>
      )}
      <ul>
        {proposals.map((p) => (
          <ProposalCard key={p.kind} proposal={p} />
        ))}
      </ul>
      {done && found?.notAtOnce && (
        <p className="pb-2 text-[12px] text-ochre-text first-letter:uppercase">{found.notAtOnce}.</p>
      )}
      {done && <LeftOpen />}
      {done && <WhatWouldHelp />}
      <Places />
      {kind !== 'working' && (
        <Button
          className="mt-1 w-full"
          look={kind === 'idle' ? 'action' : 'plain'}
          onClick={() => void planning.getState().ask(job)}
        >
          {done || kind === 'kept' ? 'Propose again' : 'Propose'}
        </Button>
      )}
      {open === 'compare' && <CompareDialog onClose={() => setOpen(null)} />}
      {open === 'front' && <FrontDialog onClose={() => setOpen(null)} />}
    </section>
  );
}

/** Needs that every plan that was found leaves open: each can be met, but not together with the others. */
function LeftOpen() {
  const job = useJob((s) => s.job);
  // kept by an earlier version without this list
  const open = usePlanning(job.info.id, (s) => s.found)?.leftOpen ?? [];
  if (open.length === 0) return null;
  const names = open.map(
    (id) => find(job, 'spot', id)?.name ?? find(job, 'fixedDevice', id)?.name ?? 'part of a room',
  );
  return (
    <p className="pb-2 text-[12px] text-ochre-text">
      These plans leave {open.length === 1 ? 'a need' : `${open.length} needs`} open, since none was found
      that meets all: {names.join(', ')}.
    </p>
  );
}

/** Needs that nothing allowed meets, and the least that would have to give. */
function WhatWouldHelp() {
  const job = useJob((s) => s.job);
  const { id, currency } = job.info;
  const found = usePlanning(id, (s) => s.found);
  const relax = usePlanning(id, (s) => s.relax);
  const from = usePlanning(id, (s) => s.from);
  const impossible = found?.impossible ?? [];
  if (impossible.length === 0 && !(found?.whyNot && found.candidates > 0)) return null;
  const spotName = ({ spotId, name }: Pick<Impossible, 'spotId' | 'name'>) => {
    const spot = find(job, 'spot', spotId);
    return spot ? `${spot.number}, ${spot.name}` : name;
  };
  return (
    <div className="pb-2 text-[12px]">
      {impossible.length > 0 && (
        <div className="text-rust-text">
          <p className="font-semibold">No allowed plan meets these needs:</p>
          <ul className="list-disc pl-4">
            {[...new Map(impossible.map((i) => [spotName(i), i])).values()].map((i) => (
              <li key={i.spotId}>
                {spotName(i)}: {sureText(i.certainty)} certainty at most{i.by ? `, by ${i.by}` : ''}
              </li>
            ))}
          </ul>
        </div>
      )}
      {relax === null && from && (
        <button
          type="button"
          className="font-semibold text-action pointer-coarse:min-h-11"
          onClick={() => void planningOf(id).getState().askRelax(from)}
        >
          What would help?
        </button>
      )}
      {relax === 'working' && (
        <p role="status" className="text-muted">
          Trying one change after another …
        </p>
      )}
      {relax !== null && relax !== 'working' && (
        <div role="status">
          <p className="pt-1 font-semibold">
            {relax.length ? 'Each of these would help, best first:' : 'No single change helps.'}
          </p>
          <ul className="list-disc pl-4">
            {relax.map((r) => (
              <li key={r.kind}>
                {r.words}
                {r.partsEur === null ? '' : `: parts ${moneyText(r.partsEur, currency)}`}
                {r.stillImpossible > 0 ? `, ${r.stillImpossible} of the needs stay unmet` : ''}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}
