'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import type { Point } from '@/core/job/records';
import { putOne } from '@/core/job/edits';
import { scaledPicture } from '@/core/survey/underlay';
import { Button, inputClass } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { typedLength } from '@/ui/typed';

/** Two points of the picture are marked: how far apart are they in the house? */
export function ScaleQuestion({ a, b, onDone }: { a: Point; b: Point; onDone: () => void }) {
  const store = useJobStore();
  const lengths = useJob((s) => s.job.info.lengths);
  const storeyId = useJob((s) => s.storeyId);
  const schema = useMemo(() => z.object({ apart: typedLength(lengths) }), [lengths]);
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(schema),
    defaultValues: { apart: '' },
  });
  const error = formState.errors.apart?.message;
  const end = () => {
    onDone();
    store.getState().set({ tool: 'select' });
  };
  const save = handleSubmit(({ apart }) => {
    const { job, commit, selectedId } = store.getState();
    const picture =
      job.pictures.find((p) => p.id === selectedId) ?? job.pictures.find((p) => p.storeyId === storeyId);
    if (!picture || commit(putOne('Scale the picture', scaledPicture(picture, a, b, apart)))) end();
  });
  const { ref, ...field } = register('apart');
  return (
    <form
      className="absolute bottom-4 left-4 flex items-center gap-2 border border-ink bg-panel p-3"
      onSubmit={(e) => void save(e)}
    >
      <label htmlFor="scale-length">These two points are</label>
      <input
        id="scale-length"
        {...field}
        ref={(input) => {
          ref(input);
          input?.focus();
        }}
        className={`${inputClass} w-24`}
        aria-invalid={error !== undefined}
        onKeyDown={(e) => e.key === 'Escape' && end()}
      />
      <span className="text-muted">{lengths} apart</span>
      <Button type="submit" look="action">
        Scale
      </Button>
      {error && (
        <p role="alert" className="text-[12px] text-rust-text">
          {error}
        </p>
      )}
    </form>
  );
}
