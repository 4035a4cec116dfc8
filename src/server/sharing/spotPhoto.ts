/** A photo that a phone took at a spot, as a record of the job. */
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import { changeJob } from '../editLog';
import { fromPhone } from './phoneReadings';

/** Notes where a kept photo was taken; the same photo of the same spot is noted once, and one of a spot that is gone without its place. */
export function noteSpotPhoto(db: Db, jobId: Id, fileId: string, spotId: Id, now: string): void {
  changeJob(db, jobId, now, ({ job }) => {
    const id = `photo-${fileId.slice(0, 16)}`;
    if (job.byId.has(id)) return { step: null, answer: () => undefined };
    const spot = find(job, 'spot', spotId);
    const photo = makeRecord({
      ...{ type: 'photo', id, fileId, takenOn: now.slice(0, 10), about: 'other' },
      phase: job.readings.some((r) => r.phase === 'after') ? 'built' : 'found',
      ...(spot && { storeyId: spot.storeyId, xM: spot.xM, yM: spot.yM }),
      note: spot ? `Spot ${spot.number}, ${spot.name}` : '',
    });
    const label = spot ? `A photo from the phone, spot ${spot.number}` : 'A photo from the phone';
    return { step: fromPhone({ label, put: [photo], remove: [] }), answer: () => undefined };
  });
}
