'use client';

import { Camera } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import { addPhoto } from '@/core/install/runActions';
import type { Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { Button } from '@/ui/primitives';
import { ask, keptPictureSchema, messageOf } from '@/ui/store/api';
import { useJob, useJobStore } from '@/ui/store/JobProvider';

/** Pictures of a step: kept with the job. */
export function Photos({
  step,
  run,
  now,
  onRun,
}: {
  step: Step;
  run: StepRun | null;
  now: number;
  onRun: (run: StepRun, label: string) => void;
}) {
  const store = useJobStore();
  const jobId = useJob((s) => s.job.info.id);
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    try {
      await store.getState().settled();
      const kept = await ask(keptPictureSchema, `/api/jobs/${jobId}/files`, { bytes: file });
      onRun(addPhoto(step, run, new Date(now).toISOString(), kept.fileId), `Photo: ${step.title}`);
    } catch (error) {
      toast.error(messageOf(error));
    }
  };
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {run?.photos.map((id, i) => (
        <img
          key={id}
          src={`/api/jobs/${jobId}/files/${id}`}
          alt={`Photo ${i + 1} of ${step.title}`}
          className="h-16 border border-ink"
        />
      ))}
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
