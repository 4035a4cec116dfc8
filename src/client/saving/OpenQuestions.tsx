'use client';

import { useJob, useJobStore } from '@/client/store/JobProvider';
import { DialogFrame } from '@/ui/DialogFrame';
import { Questions } from './Questions';

const words = {
  clashes: 'Changed in two places',
  here: 'Here',
  aside: 'Not stored',
  asideKept: 'kept in this browser',
};

/** What this window and another changed, and what the server could not store. */
export function OpenQuestions({ onClose }: { onClose: () => void }) {
  const store = useJobStore();
  const clashes = useJob((s) => s.clashes);
  const aside = useJob((s) => s.aside);
  const { choose, retry, leaveOut } = store.getState();
  return (
    <DialogFrame title="Choose the value to keep" onClose={onClose} wide>
      <Questions {...{ clashes, aside, words, choose, retry, leaveOut }} />
      {clashes.length + aside.length === 0 && <p className="pt-4">No open questions.</p>}
    </DialogFrame>
  );
}
