/** Rows of the ledger: how each spot stands in a stage, and which of them are shown. Pure. */
import { find, type Job } from '@/core/job/job';
import type { Id, Spot } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import type { SpotProof } from '@/core/proof/spotProof';
import { foundWords, type Mark, plannedMark } from '@/ui/marks';

export type LedgerStage = 'found' | 'planned';
export type LedgerFilter = 'all' | 'storey' | 'todo';

export interface LedgerRow {
  spot: Spot;
  room: string;
  proof: SpotProof;
  planned: Prediction | undefined;
  status: { mark: Mark; words: string };
}

/** One row a proof whose spot is there; as found until there is a prediction. */
export const ledgerRows = (
  stage: LedgerStage,
  job: Job,
  proofs: readonly SpotProof[],
  predictions: readonly Prediction[] | null,
): LedgerRow[] =>
  proofs.flatMap((proof) => {
    const spot = find(job, 'spot', proof.spotId);
    if (!spot) return [];
    const planned = predictions?.find((p) => p.spotId === spot.id);
    const status =
      stage === 'planned' && planned ? plannedMark(planned.met, planned.certainty) : foundWords[proof.found];
    return [{ spot, room: find(job, 'room', spot.roomId)?.name ?? '', proof, planned, status }];
  });

export const isToDo = ({ status }: LedgerRow): boolean => status.mark === 'short' || status.mark === 'thin';
export const isMet = ({ status }: LedgerRow): boolean => ['met', 'cured', 'equal'].includes(status.mark);

export const shownRows = (rows: readonly LedgerRow[], filter: LedgerFilter, storeyId: Id): LedgerRow[] =>
  rows.filter((r) => filter === 'all' || (filter === 'todo' ? isToDo(r) : r.spot.storeyId === storeyId));
