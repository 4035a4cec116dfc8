'use client';

import { saveText } from '@/client/saveText';
import { useJob } from '@/client/store/JobProvider';
import { editOfChanges } from '@/core/sync/changes';
import type { Aside, Clash } from '@/core/sync/sync';
import { Button, PartHead } from '@/ui/primitives';
import { clashWords } from './saveWords';

/** Values that were changed in two places, and steps that could not be stored: a person decides, one by one. */
export function Questions({
  clashes,
  aside,
  words,
  byOf,
  disabled = false,
  choose,
  retry,
  leaveOut,
}: {
  clashes: readonly Clash[];
  aside: readonly Aside[];
  words: { clashes: string; here: string; aside: string; asideKept: string };
  /** Who changed it meanwhile; without it as `clashWords` says it. */
  byOf?: (clash: Clash) => string;
  disabled?: boolean;
  choose: (id: string, whose: 'mine' | 'theirs') => void;
  retry: (id: string) => void;
  leaveOut: (id: string) => void;
}) {
  const job = useJob((s) => s.job);
  return (
    <>
      {clashes.length > 0 && (
        <PartHead right="the other value is used until you choose">{words.clashes}</PartHead>
      )}
      <ul>
        {clashes.map((clash) => {
          const { about, mine, theirs, by } = clashWords(job, clash);
          return (
            <li key={clash.id} data-testid="clash" className="border-b border-rule py-2.5">
              <p className="font-bold first-letter:uppercase">{about}</p>
              <div className="mt-1.5 grid grid-cols-2 gap-3 max-[520px]:grid-cols-1">
                <div>
                  <p className="text-muted">
                    {words.here} ({clash.label})
                  </p>
                  <p className="mb-1.5 break-words">{mine}</p>
                  <Button disabled={disabled} onClick={() => choose(clash.id, 'mine')}>
                    Use the value from here
                  </Button>
                </div>
                <div>
                  <p className="text-muted">{byOf ? byOf(clash) : `Changed ${by}`}</p>
                  <p className="mb-1.5 break-words">{theirs}</p>
                  <Button disabled={disabled} onClick={() => choose(clash.id, 'theirs')}>
                    Keep the other value
                  </Button>
                </div>
              </div>
            </li>
          );
        })}
      </ul>
      {aside.length > 0 && <PartHead right={words.asideKept}>{words.aside}</PartHead>}
      <ul>
        {aside.map((step) => (
          <li key={step.id} data-testid="aside" className="border-b border-rule py-2.5">
            <p className="font-bold">{step.label}</p>
            <p className="break-words text-rust-text">{step.reason}</p>
            <p className="mt-1.5 flex flex-wrap gap-2">
              {step.asked.length > 0 && (
                <>
                  <Button disabled={disabled} onClick={() => retry(step.id)}>
                    Try again
                  </Button>
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
                </>
              )}
              <Button look="quiet" disabled={disabled} onClick={() => leaveOut(step.id)}>
                {step.asked.length > 0 ? 'Discard' : 'Seen'}
              </Button>
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
