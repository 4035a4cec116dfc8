import { adjustStorey } from '../../survey/adjust';
import { likelySlip } from '../../survey/buildRoom';
import { isOutdoors } from '../../survey/storeyGraph';
import { gap, type GapRule } from '../surveyGap';

/** Taped lengths that the others contradict. */
export const tapeSlips: GapRule = ({ job }) =>
  job.storeys
    .filter((s) => !isOutdoors(job, s.id))
    .flatMap((storey) =>
      adjustStorey(job, storey.id).suspects.map((t) => {
        const slip = likelySlip(t);
        const offM = Math.abs(t.residualM) / Math.max(t.redundancy, 0.05);
        return gap({
          id: `tape-${t.tape.id}`,
          subject: `${storey.name}: taped ${t.tape.lengthM.toFixed(2)} m`,
          missing: `wrong by ${offM.toFixed(2)} m${slip ? `, perhaps ${slip.toFixed(2)}` : ''}`,
          touches: 'sizes of rooms',
          recordId: t.tape.wallAId,
        });
      }),
    );
