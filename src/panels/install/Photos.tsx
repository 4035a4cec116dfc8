'use client';

import { Picture } from '@/ui/Picture';
import { sayError } from '@/ui/sayError';
import { shrinkPhoto } from '@/ui/shrinkPhoto';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { addPhoto } from '@/core/install/runActions';
import type { Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { FileButton } from '@/ui/FileButton';
import { messageOf } from '@/client/store/api';

/** Pictures of a step, kept with the job. */
export function Photos({
  step,
  run,
  keep,
  shown,
  onRun,
}: {
  step: Step;
  run: StepRun | null;
  /** Keeps a picture; its name. */
  keep: (file: File) => Promise<string>;
  /** Where a kept one is found; null = only counted. */
  shown: ((fileId: string) => string) | null;
  onRun: (run: StepRun, label: string) => void;
}) {
  const take = async (file: File) => {
    try {
      onRun(
        addPhoto(step, run, new Date().toISOString(), await keep(await shrinkPhoto(file))),
        `Photo: ${step.title}`,
      );
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  const photos = run?.photos ?? [];
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {shown
        ? photos.map((id, i) => <Photo key={id} url={shown(id)} words={`Photo ${i + 1} of ${step.title}`} />)
        : photos.length > 0 && (
            <span>
              {photos.length} {photos.length === 1 ? 'photo' : 'photos'}
            </span>
          )}
      <FileButton look="quiet" label="Photo of this step" accept="image/*" onFile={(file) => void take(file)}>
        <Camera size={15} /> Add a photo
      </FileButton>
    </div>
  );
}

/** A photo that the step names may not have come yet: it is still on a phone. */
function Photo({ url, words }: { url: string; words: string }) {
  const [tries, setTries] = useState(0);
  const [there, setThere] = useState(true);
  return there ? (
    <Picture
      src={tries ? `${url}?again=${tries}` : url}
      alt={words}
      className="h-16 border border-ink"
      onError={() => setThere(false)}
    />
  ) : (
    <button
      type="button"
      className="h-16 border border-dashed border-strong px-2 text-[12px] text-muted"
      onClick={() => {
        setTries(tries + 1);
        setThere(true);
      }}
    >
      Photo is being sent.
      <br />
      Reload
    </button>
  );
}
