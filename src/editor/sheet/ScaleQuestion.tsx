'use client';

import { useState } from 'react';
import type { Point } from '@/core/job/records';
import { putOne } from '@/core/job/edits';
import { scaledPicture } from '@/core/survey/underlay';
import { Button, inputClass } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { parseLength } from '@/ui/units';

/** Two points of the picture are marked: how far apart are they in the house? */
export function ScaleQuestion({ a, b, onDone }: { a: Point; b: Point; onDone: () => void }) {
  const store = useJobStore();
  const lengths = useJob((s) => s.job.info.lengths);
  const storeyId = useJob((s) => s.storeyId);
  const [text, setText] = useState('');
  const [error, setError] = useState('');
  const end = () => {
    onDone();
    store.getState().set({ tool: 'select' });
  };
  const save = () => {
    const { job, commit, selectedId } = store.getState();
    const metres = parseLength(text, lengths);
    const picture =
      job.pictures.find((p) => p.id === selectedId) ?? job.pictures.find((p) => p.storeyId === storeyId);
    if (!picture) return end();
    if (metres === null || metres < 0.1) {
      setError(
        lengths === 'm' ? 'A length is needed, for example 14.00' : 'A length is needed, for example 45 11',
      );
      return;
    }
    if (commit(putOne('Scale the picture', scaledPicture(picture, a, b, metres)))) end();
  };
  return (
    <form
      className="absolute bottom-4 left-4 flex items-center gap-2 border border-ink bg-panel p-3"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <label htmlFor="scale-length">These two points are</label>
      <input
        id="scale-length"
        ref={(input) => input?.focus()}
        className={`${inputClass} w-24`}
        value={text}
        aria-invalid={error !== ''}
        onChange={(e) => setText(e.target.value)}
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
