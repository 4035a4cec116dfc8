'use client';

import type { Remote } from 'comlink';
import { find } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import { mediumWords } from '@/core/media/mediumWords';
import { rateText } from '@/core/network/rateText';
import { PegIcon } from '@/editor/sheet/Peg';
import { goTo } from '@/client/actions';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { useAnswer } from '@/client/store/useAnswer';
import { StatusMark, verdictWords } from '@/ui/marks';
import { PartHead } from '@/ui/primitives';
import type { ComputeApi } from '@/workers/protocol';

const ask = (api: Remote<ComputeApi>) => api.linkLoads();

/** A unit in Prove: its link as predicted and under load, and the tests at the spots that it serves. */
export function UnitProof({ unit }: { unit: Unit }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const link = job.links.find((l) => l.unitId === unit.id);
  const from = find(job, 'unit', link?.fromUnitId);
  const rate = useJob((s) => s.network?.links.find((l) => l.linkId === link?.id));
  const served = useJob((s) => s.planned)?.filter((p) => p.unitId === unit.id) ?? [];
  const proofs = useProofs();
  const load = useAnswer(ask)?.find((l) => l.linkId === link?.id);
  return (
    <>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        <PegIcon letter={unit.letter} look="selected" size={38} />
        <div className="min-w-0 flex-1">
          <h2 className="truncate text-[16px] font-bold">{find(job, 'kit', unit.kitId)?.name}</h2>
          <p className="truncate text-muted">{unit.name}</p>
        </div>
      </div>
      <div className="px-4 pb-4" data-testid="unit-proof">
        <PartHead right="Mbps, predicted">Link</PartHead>
        {link && from ? (
          <p className="flex justify-between gap-3 py-1">
            <span>
              {mediumWords[link.medium]} from {from.letter}
              {rate?.air && <span className="text-muted">, {rate.air.downDbm.toFixed(0)} dBm</span>}
            </span>
            <b>{rate ? `${rateText(rate.downMbps)} / ${rateText(rate.upMbps)}` : '–'}</b>
          </p>
        ) : (
          <p className="py-1 text-muted">
            {unit.planned
              ? 'Connected to the incoming line.'
              : 'Not in the plan: tested before the work only.'}
          </p>
        )}
        {load && <p className="border-t border-rule py-1">{load.words}</p>}
        <PartHead right="Mbps down, after">Spots that it serves</PartHead>
        {served.length === 0 && <p className="py-1 text-muted">None in the prediction.</p>}
        <ul>
          {served.map((p) => {
            const spot = find(job, 'spot', p.spotId);
            const proof = proofs.find((q) => q.spotId === p.spotId);
            if (!spot || !proof) return null;
            const { mark, words } = verdictWords[proof.verdict];
            return (
              <li key={p.spotId} className="border-b border-rule">
                <button
                  type="button"
                  className="flex w-full items-center gap-2 py-1.5 text-left hover:bg-paper pointer-coarse:py-3"
                  onClick={() => goTo(store, spot.id)}
                >
                  <StatusMark mark={mark} />
                  <span className="min-w-0 flex-1 leading-tight">
                    {spot.number} {spot.name}
                    <span className="block text-[12px] text-muted">
                      {words}, {proof.after.runs} {proof.after.runs === 1 ? 'run' : 'runs'}
                    </span>
                  </span>
                  <b>{proof.after.downMbps === null ? '–' : rateText(proof.after.downMbps)}</b>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    </>
  );
}
