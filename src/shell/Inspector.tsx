'use client';

import { X } from 'lucide-react';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { find } from '@/core/job/job';
import { JobPhotos } from '@/panels/photos/JobPhotos';
import { PhotoPanel } from '@/panels/photos/PhotoPanel';
import { useJob, useJobStore } from '@/client/store/JobProvider';

/** The right column: what is selected and why. Under 1100 px it is a drawer that opens with a selection. */
export function Inspector({ children, empty }: { children: ReactNode; empty: ReactNode }) {
  const store = useJobStore();
  const selectedId = useJob((s) => s.selectedId);
  const photo = useJob((s) => find(s.job, 'photo', s.selectedId));
  const found = /\/(survey|before|plan|links)$/.test(usePathname());
  return (
    <aside aria-label="Inspector" className="shell-inspector" data-open={selectedId !== null}>
      {selectedId !== null && (
        <button
          type="button"
          aria-label="Close the inspector"
          className="absolute top-2 right-2 hidden h-11 w-11 place-items-center max-[1099px]:grid"
          onClick={() => store.getState().set({ selectedId: null })}
        >
          <X size={18} />
        </button>
      )}
      {selectedId === null ? (
        <>
          {empty}
          <JobPhotos phase={found ? 'found' : 'built'} />
        </>
      ) : photo ? (
        <PhotoPanel photo={photo} />
      ) : (
        children
      )}
    </aside>
  );
}

/** A short word on what to do when nothing is selected. */
export function Hint({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="px-4 py-3">
      <h2 className="text-[16px] font-bold">{title}</h2>
      <div className="mt-1.5 flex flex-col gap-2 text-muted">{children}</div>
    </div>
  );
}
