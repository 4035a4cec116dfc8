'use client';

import { Picture } from '@/ui/Picture';
import { Trash2 } from 'lucide-react';
import { usePathname, useRouter } from 'next/navigation';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Photo } from '@/core/job/records';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button, inputClass } from '@/ui/primitives';
import { useTimes } from '@/ui/useTimes';
import { WordChoice } from '@/ui/WordChoice';
import { aboutWords, phaseWords, photoUrl } from './photoWords';

/** One photo: what it shows, when it was taken, and where the camera stood. */
export function PhotoPanel({ photo }: { photo: Photo }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const placing = useJob((s) => s.tool === 'photo');
  const path = usePathname();
  const router = useRouter();
  const { dateShort } = useTimes();
  const storey = find(job, 'storey', photo.storeyId);
  const save = (part: Partial<Photo>, label: string) =>
    store.getState().commit(putOne(label, { ...photo, ...part }));
  const place = () => {
    // other pages have no drawing to click on
    if (!/\/(survey|before|plan)$/.test(path)) router.push(`/jobs/${job.info.id}/survey`);
    store.getState().set({ tool: placing ? 'select' : 'photo', selectedId: photo.id });
  };
  return (
    <div className="px-4 py-3" data-testid="photo-panel">
      <h2 className="text-[16px] font-bold">{aboutWords[photo.about]}</h2>
      <p className="text-muted">
        {phaseWords[photo.phase]}, {dateShort(photo.takenOn)}
        {storey && `, ${storey.name}`}
      </p>
      <a href={photoUrl(job.info.id, photo)} target="_blank" rel="noreferrer" className="mt-2 block">
        <Picture
          src={photoUrl(job.info.id, photo)}
          alt={photo.note || aboutWords[photo.about]}
          className="max-h-72 w-full border border-ink object-contain"
        />
      </a>
      <div className="mt-2">
        <WordChoice
          label="Shows"
          value={photo.about}
          words={aboutWords}
          onChange={(about) => save({ about }, 'What the photo shows')}
        />
        <WordChoice
          label="Taken"
          value={photo.phase}
          words={phaseWords}
          onChange={(phase) => save({ phase }, 'When the photo was taken')}
        />
      </div>
      <label className="mt-1 block text-muted">
        Note
        <textarea
          key={photo.id}
          className={`${inputClass} mt-0.5 !h-16 w-full`}
          maxLength={2000}
          defaultValue={photo.note}
          onBlur={(e) => e.target.value !== photo.note && save({ note: e.target.value }, 'Note of a photo')}
        />
      </label>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button aria-pressed={placing} onClick={place}>
          {photo.storeyId ? 'Move on the plan' : 'Put on the plan'}
        </Button>
        {photo.storeyId && (
          <Button
            look="quiet"
            onClick={() => save({ storeyId: null, towardsDeg: null }, 'Photo off the plan')}
          >
            Off the plan
          </Button>
        )}
        <Button
          look="quiet"
          onClick={() => store.getState().commit({ label: 'Remove a photo', put: [], remove: [photo.id] })}
        >
          <Trash2 size={15} /> Remove
        </Button>
      </div>
      {placing && (
        <p role="status" className="mt-2 text-muted">
          Click where the camera stood, then where it looked.
        </p>
      )}
    </div>
  );
}
