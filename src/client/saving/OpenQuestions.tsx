'use client';

import { editOfChanges } from '@/core/sync/changes';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, PartHead } from '@/ui/primitives';
import { saveText } from '@/client/saveText';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { clashWords } from './saveWords';

/** Values that were changed in two places, and steps that could not be stored: a person decides, one by one. */
export function OpenQuestions({ onClose }: { onClose: () => void }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const clashes = useJob((s) => s.clashes);
  const aside = useJob((s) => s.aside);
  const { choose, retry, leaveOut } = store.getState();
  return (
    <DialogFrame title="Choose the value to keep" onClose={onClose} wide>
      {clashes.length > 0 && (
        <>
          <PartHead right="the other value is used until you choose">Changed in two places</PartHead>
          <ul>
            {clashes.map((clash) => {
              const { about, mine, theirs, by } = clashWords(job, clash);
              return (
                <li key={clash.id} data-testid="clash" className="border-b border-rule py-2.5">
                  <p className="font-bold first-letter:uppercase">{about}</p>
                  <div className="mt-1.5 grid grid-cols-2 gap-3 max-[520px]:grid-cols-1">
                    <div>
                      <p className="text-muted">Here ({clash.label})</p>
                      <p className="mb-1.5 break-words">{mine}</p>
                      <Button onClick={() => choose(clash.id, 'mine')}>Use the value from here</Button>
                    </div>
                    <div>
                      <p className="text-muted">Changed {by}</p>
                      <p className="mb-1.5 break-words">{theirs}</p>
                      <Button onClick={() => choose(clash.id, 'theirs')}>Keep the other value</Button>
                    </div>
                  </div>
                </li>
              );
            })}
          </ul>
        </>
      )}
      {aside.length > 0 && (
        <>
          <PartHead right="kept in this browser">Not stored</PartHead>
          <ul>
            {aside.map((step) => (
              <li key={step.id} data-testid="aside" className="border-b border-rule py-2.5">
                <p className="font-bold">{step.label}</p>
                <p className="break-words text-rust-text">{step.reason}</p>
                <p className="mt-1.5 flex flex-wrap gap-2">
                  <Button onClick={() => retry(step.id)}>Try again</Button>
                  <Button
                    onClick={() =>
                      saveText(
                        'step.json',
                        `${JSON.stringify({ reason: step.reason, edit: editOfChanges(step.label, step.asked) }, null, 1)}\n`,
                        'application/json',
                      )
                    }
                  >
                    Save to a file
                  </Button>
                  <Button look="quiet" onClick={() => leaveOut(step.id)}>
                    Discard
                  </Button>
                </p>
              </li>
            ))}
          </ul>
        </>
      )}
      {clashes.length + aside.length === 0 && <p className="pt-4">No open questions.</p>}
    </DialogFrame>
  );
}
