'use client';

import { useState } from 'react';
import { Button } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { failureWords } from './saveWords';
import { OpenQuestions } from './OpenQuestions';

/** Says what is not saved and why, and leads to what waits for a person. Nothing to say: nothing to see. */
export function SaveNotice() {
  const save = useJob((s) => s.save);
  const aside = useJob((s) => s.aside.length);
  const clashes = useJob((s) => s.clashes.length);
  const [open, setOpen] = useState(false);
  const failure = failureWords(save);
  const questions = [
    ...(clashes ? [`${clashes} ${clashes === 1 ? 'value' : 'values'} changed in two places`] : []),
    ...(aside ? [`${aside} ${aside === 1 ? 'step' : 'steps'} could not be stored`] : []),
  ];
  if (!failure && questions.length === 0 && !open) return null;
  return (
    <>
      <section
        aria-label="Not saved"
        data-testid="save-notice"
        className="flex min-h-11 flex-none items-center gap-3 border-b border-ink bg-panel px-3.5 py-1 print:hidden"
      >
        <div className="min-w-0 flex-1">
          {failure && (
            <p role="alert" className="text-rust-text">
              {failure}
            </p>
          )}
          {questions.length > 0 && (
            <p>
              <b>{questions.join(' · ')}.</b> Both are kept until you choose.
            </p>
          )}
        </div>
        {questions.length > 0 && (
          <Button look="action" onClick={() => setOpen(true)}>
            Choose
          </Button>
        )}
      </section>
      {open && <OpenQuestions onClose={() => setOpen(false)} />}
    </>
  );
}
