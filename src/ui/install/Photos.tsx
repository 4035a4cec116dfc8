'use client';

import { Camera } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import { addPhoto } from '@/core/install/runActions';
import type { Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { Button } from '@/ui/primitives';
import { ask, keptPictureSchema, messageOf } from '@/ui/store/api';

/** Pictures of a step: kept with the job. They need the machine in reach. */
export function Photos({
  step,
  run,
  url,
  shown,
  onRun,
}: {
  step: Step;
  run: StepRun | null;
  /** Where a picture is sent. */
  url: string;
  /** Where a kept one is found; null = only counted. */
  shown: ((fileId: string) => string) | null;
  onRun: (run: StepRun, label: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    try {
      const kept = await ask(keptPictureSchema, url, { bytes: file });
      onRun(addPhoto(step, run, new Date().toISOString(), kept.fileId), `Photo: ${step.title}`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  const photos = run?.photos ?? [];
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {shown
        ? photos.map((id, i) => (
            <img
              key={id}
              src={shown(id)}
              alt={`Photo ${i + 1} of ${step.title}`}
              className="h-16 border border-ink"
            />
          ))
        : photos.length > 0 && (
            <span>
              {photos.length} {photos.length === 1 ? 'photo' : 'photos'} kept
            </span>
          )}
      <Button look="quiet" onClick={() => input.current?.click()}>
        <Camera size={15} /> Add a photo
      </Button>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg"
        hidden
        data-testid="step-photo"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void take(file);
        }}
      />
    </div>
  );
}
