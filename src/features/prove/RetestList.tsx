'use client';

import { find } from '@/core/job/job';
import type { SpotProof } from '@/core/proof/spotProof';
import { StatusMark, verdictWords } from '@/ui/marks';
import { PartHead } from '@/ui/primitives';
import { goTo } from '@/client/actions';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';

/** Why a spot that was tested has to be tested again, or null. */
function whyAgain(p: SpotProof): string | null {
  switch (p.verdict) {
    case 'not-proven':
      return 'too few runs that meet the need: take more';
    case 'test-limited':
      return 'use a faster device or port';
    case 'better-short':
    case 'unchanged':
    case 'worse':
      return p.differences.length ? 'test as before, then see the next step' : 'test after its next step';
    case 'no-readings':
    case 'cured':
    case 'holds':
      return null;
  }
}

/** The spots that are to be tested again, and how. */
export function RetestList() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const due = useProofs().flatMap((p) => {
    const [why, spot] = [whyAgain(p), find(job, 'spot', p.spotId)];
    return why && spot ? [{ why, spot, proof: p }] : [];
  });
  if (due.length === 0) return null;
  return (
    <section aria-label="To test again">
      <PartHead right={String(due.length)}>To test again</PartHead>
      <ul>
        {due.map(({ why, spot, proof }) => (
          <li key={spot.id} className="border-b border-rule">
            <button
              type="button"
              className="flex w-full items-center gap-2 py-1 text-left hover:bg-paper pointer-coarse:py-3"
              onClick={() => goTo(store, spot.id)}
            >
              <StatusMark mark={verdictWords[proof.verdict].mark} />
              <b>{spot.number}</b>
              <span className="min-w-0 flex-1">
                {find(job, 'room', spot.roomId)?.name}: <span className="text-muted">{why}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
