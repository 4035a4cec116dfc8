'use client';

import { DialogFrame } from '@/ui/DialogFrame';
import { Button } from '@/ui/primitives';
import type { Reading } from './useFileReader';

/** While a file is read: how far, and a way to stop. */
export function ReadingFile({ reading, onStop }: { reading: Reading; onStop: () => void }) {
  return (
    <DialogFrame
      title={`Reading ${reading.name}`}
      onClose={onStop}
      footer={<Button onClick={onStop}>Stop</Button>}
    >
      <progress
        aria-label="Progress of the reading"
        className="mt-4 h-3 w-full"
        {...(reading.share !== null && { value: reading.share })}
      />
      <p className="mt-2 text-muted">If you stop, nothing is changed.</p>
    </DialogFrame>
  );
}
