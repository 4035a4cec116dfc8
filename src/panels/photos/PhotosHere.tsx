'use client';

import { find } from '@/core/job/job';
import type { Photo } from '@/core/job/records';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button } from '@/ui/primitives';
import { JobPhotos } from './JobPhotos';
import { PhotoPanel } from './PhotoPanel';

/** Photos where nothing else is selected and shown: the list, or the one that was chosen. */
export function PhotosHere({ phase }: { phase: Photo['phase'] }) {
  const store = useJobStore();
  const photo = useJob((s) => find(s.job, 'photo', s.selectedId));
  if (!photo) return <JobPhotos phase={phase} />;
  return (
    <>
      <PhotoPanel photo={photo} />
      <Button look="quiet" onClick={() => store.getState().set({ selectedId: null })}>
        All photos
      </Button>
    </>
  );
}
