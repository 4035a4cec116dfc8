'use client';

import { sayError } from '@/ui/sayError';
import { useState } from 'react';
import { boundsOf } from '@/core/geometry/place';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import { ask, keptPictureSchema, messageOf } from '@/client/store/api';
import { useJobStore } from '@/client/store/JobProvider';
import { StoppedError } from './useFileReader';

/** The largest picture that is worth sending; the server refuses more, bytes. */
const mostBytes = 20_000_000;

/**
 * Pins a picture under the storey shown, as wide as its building; then it is scaled by two points.
 * @param measure decodes it off the main thread; one that can't be decoded is not sent.
 */
export function usePicture(measure: (file: File) => Promise<{ width: number; height: number }>) {
  const store = useJobStore();
  const [busy, setBusy] = useState(false);

  async function take(file: File) {
    if (file.size > mostBytes) {
      sayError(
        `${file.name} weighs ${(file.size / 1e6).toFixed(0)} MB; the limit is 20 MB. Save a smaller picture and try again.`,
      );
      return;
    }
    setBusy(true);
    try {
      await measure(file).catch((error: unknown) => {
        if (error instanceof StoppedError) throw error;
        throw new Error(`${file.name} is not a PNG or JPEG picture, or it is damaged. Nothing was changed.`, {
          cause: error,
        });
      });
      const { job, storeyId } = store.getState();
      const kept = await ask(keptPictureSchema, `/api/jobs/${job.info.id}/files`, { bytes: file });
      const building = find(job, 'building', find(job, 'storey', storeyId)?.buildingId);
      const [x0, y0, x1] = boundsOf(building?.outline ?? [[0, 0]]);
      const picture = makeRecord({
        type: 'picture',
        id: freshId(job, 'picture'),
        storeyId,
        ...kept,
        name: file.name.slice(0, 120),
        xM: x0,
        yM: y0,
        metresPerPx: Math.max(1, x1 - x0) / kept.widthPx,
        turnDeg: 0,
        opacity: 0.4,
      });
      if (store.getState().commit(putOne(`Pin ${file.name.slice(0, 80)} under the drawing`, picture)))
        store.getState().set({ selectedId: picture.id, tool: 'scale' });
    } catch (error) {
      if (error instanceof StoppedError) return;
      sayError(messageOf(error));
    } finally {
      setBusy(false);
    }
  }
  return { take, busy };
}
