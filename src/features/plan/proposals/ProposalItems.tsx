'use client';

import type { Proposal } from '@/core/optimise/proposal';
import type { Answer } from '@/core/optimise/questions';
import { PegIcon } from '@/editor/sheet/Peg';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { moneyText } from '@/ui/units';
import { airKey, planningOf, usePlanning } from '@/client/planning';
import { rulePlace } from '@/panels/plan/rulePlace';

export const link = 'text-[12px] font-semibold text-action pointer-coarse:min-h-11 text-left';

/** One unit of a proposal: where it stands and what feeds it, with what can be said against the place. */
export function UnitItem({
  unit: u,
  proposal: p,
  canAsk,
}: {
  unit: Proposal['units'][number];
  proposal: Proposal;
  canAsk: boolean;
}) {
  const store = useJobStore();
  const { id, currency } = useJob((s) => s.job.info);
  const planning = planningOf(id);
  const shown = usePlanning(id, (s) => s.shown === p.kind);
  const answer = usePlanning(id, (s) => s.answers[airKey(p.kind, u.placeId)]);
  return (
    <li className="border-t border-rule py-1">
      <div className="flex items-start gap-2">
        <PegIcon letter={u.letter} size={20} look={shown ? 'ghost' : 'planned'} />
        <span className="min-w-0 flex-1 leading-tight">
          {u.product}
          <span className="block text-[12px] text-muted">
            {u.place}; {u.link}
          </span>
        </span>
        <span className="text-muted">{moneyText(u.partsEur, currency)}</span>
      </div>
      <div className="flex flex-wrap gap-x-3 pl-6">
        <button
          type="button"
          className={link}
          aria-label={`Not ${u.place}: propose without that place`}
          onClick={() => {
            if (rulePlace(store, u.namedPlaceId, 'forbid', u.place))
              void planning.getState().ask(store.getState().job);
          }}
        >
          Exclude this place
        </button>
        {canAsk && u.wired && answer === undefined && (
          <button
            type="button"
            className={link}
            aria-label={`Why not wireless ${u.place}?`}
            onClick={() => void planning.getState().whyNotAir(p.kind, u.placeId)}
          >
            Why not wireless?
          </button>
        )}
      </div>
      <AnswerLine answer={answer} />
    </li>
  );
}

/** A cable to a fixed device. */
export function CableItem({ cable: c }: { cable: Proposal['cables'][number] }) {
  const { currency } = useJob((s) => s.job.info);
  return (
    <li className="flex items-start gap-2 border-t border-rule py-1">
      <LinkIcon link={{ medium: 'ethernet' }} />
      <span className="min-w-0 flex-1 leading-tight">
        Cable to {c.device}
        <span className="block text-[12px] text-muted">
          from {c.from}
          {c.holes > 0 && `, ${c.holes} ${c.holes === 1 ? 'hole' : 'holes'}`}
        </span>
      </span>
      <span className="text-muted">{moneyText(c.partsEur, currency)}</span>
    </li>
  );
}

export function AnswerLine({ answer }: { answer: Answer | null | undefined }) {
  if (answer === undefined) return null;
  return (
    <p role="status" className="border-l-[3px] border-action py-0.5 pl-2 text-[12px]">
      {answer === null ? 'Calculating that case …' : answer.words}
    </p>
  );
}
