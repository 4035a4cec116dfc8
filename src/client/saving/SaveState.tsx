'use client';

import { useJob } from '@/client/store/JobProvider';
import { useTimes } from '@/ui/useTimes';
import { saveWords } from './saveWords';

/** Whether what was done is stored, in words. */
export function SaveState() {
  const save = useJob((s) => s.save);
  const savedAt = useJob((s) => s.savedAt);
  const { whenText } = useTimes();
  const words = saveWords(save, whenText(savedAt));
  return (
    <p
      role="status"
      data-testid="save-state"
      suppressHydrationWarning
      className={`truncate text-[12px] ${save.kind === 'failed' ? 'font-semibold text-rust-text' : 'text-muted'}`}
    >
      {words}
    </p>
  );
}
