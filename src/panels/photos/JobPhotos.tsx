'use client';

import { Picture } from '@/ui/Picture';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import type { Photo } from '@/core/job/records';
import { ask, keptPictureSchema, messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { FileButton } from '@/ui/FileButton';
import { PartHead } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { shrinkPhoto } from '@/ui/shrinkPhoto';
import { dayText } from '@/ui/time';
import { aboutWords, photoUrl } from './photoWords';

/** Photos of the house, in every stage: add one, or choose one to say what it shows and where it was taken. */
export function JobPhotos({ phase }: { phase: Photo['phase'] }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const consent = job.customers[0]?.photoConsent;
  const [busy, setBusy] = useState(false);
  const add = async (file: File) => {
    setBusy(true);
    try {
      const kept = await ask(keptPictureSchema, `/api/jobs/${job.info.id}/files`, {
        bytes: await shrinkPhoto(file),
      });
      const photo = makeRecord({
        ...{ type: 'photo', id: freshId(store.getState().job, 'photo'), fileId: kept.fileId, note: '' },
        ...{ takenOn: dayText(new Date(file.lastModified)), about: 'other', phase },
      });
      if (store.getState().commit(putOne('Add a photo', photo)))
        store.getState().set({ selectedId: photo.id });
    } catch (error) {
      sayError(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="Photos" className="px-4 pb-4" data-testid="photos">
      <PartHead right={job.photos.length ? String(job.photos.length) : undefined}>Photos</PartHead>
      <ul className="flex flex-wrap gap-2 py-1">
        {job.photos.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className="block border border-ink"
              aria-label={`Photo, ${aboutWords[p.about].toLowerCase()}${p.note ? `: ${p.note}` : ''}`}
              onClick={() =>
                store.getState().set({ selectedId: p.id, ...(p.storeyId && { storeyId: p.storeyId }) })
              }
            >
              <Picture
                src={photoUrl(job.info.id, p)}
                alt=""
                className="h-14 w-14 object-cover"
                loading="lazy"
              />
            </button>
          </li>
        ))}
      </ul>
      {consent !== 'yes' && job.customers.length > 0 && (
        <p className={consent === 'no' ? 'font-semibold text-rust-text' : 'text-muted'}>
          {consent === 'no' ? 'The customer wants no photos.' : 'Ask the customer before you take photos.'}
        </p>
      )}
      <FileButton
        look="quiet"
        label="Photo of the house"
        accept="image/*"
        disabled={busy}
        onFile={(file) => void add(file)}
      >
        <Camera size={15} /> {busy ? 'Adding …' : 'Add a photo'}
      </FileButton>
    </section>
  );
}
