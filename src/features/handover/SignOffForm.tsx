'use client';

import { useState } from 'react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import type { SignOff } from '@/core/job/records';
import { hashOfSignOff } from '@/core/papers/signed';
import { newestSignOff, statementOf } from '@/core/papers/signOff';
import { SignDialog } from '@/panels/business/SignDialog';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { StatusMark } from '@/ui/marks';
import { Button, Field, inputClass, TextInput } from '@/ui/primitives';
import { dayText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';

const who = { installer: 'Installer', householder: 'Householder' } as const;

/** The hand-over signed on screen: place, day, what is not done, and both names. What was signed does not change any more. */
export function SignOffForm() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { dateShort } = useTimes();
  const [signing, setSigning] = useState<keyof typeof who | null>(null);
  const had = newestSignOff(job);
  const isSigned = had ? had.installer !== null || had.householder !== null : false;
  const begin = () =>
    store.getState().commit(
      putOne(
        'Begin the sign-off',
        makeRecord({
          ...{ type: 'signOff', id: freshId(job, 'sign-off') },
          ...{ day: dayText(new Date()), statement: statementOf(job) },
        }),
      ),
    );
  const save = (part: Partial<SignOff>, label: string) =>
    had && store.getState().commit(putOne(label, { ...had, ...part }));
  if (!had)
    return (
      <>
        <h3 className="mt-2 font-bold">Sign-off</h3>
        <Button onClick={begin}>Begin the sign-off</Button>
      </>
    );
  const changed = JSON.stringify(had.statement) !== JSON.stringify(statementOf(job));
  return (
    <section aria-label="Sign-off" data-testid="sign-off">
      <h3 className="mt-2 font-bold">Sign-off, {dateShort(had.day)}</h3>
      <details className="mt-1">
        <summary className="cursor-pointer text-action">What is signed, {had.statement.length} lines</summary>
        <ul className="mt-1 list-disc pl-4 text-[12.5px]">
          {had.statement.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </details>
      {isSigned ? (
        <p className="mt-1 text-[12.5px]">
          {[had.place, had.exceptions ? `Exceptions: ${had.exceptions}` : 'No exceptions']
            .filter(Boolean)
            .join('. ')}
        </p>
      ) : (
        <>
          {changed && (
            <Button
              className="mt-1"
              onClick={() => save({ statement: statementOf(job) }, 'Sign-off as it is now')}
            >
              Take the results of now
            </Button>
          )}
          <Field label="Place">
            {(id) => (
              <TextInput
                id={id}
                className="w-24"
                value={had.place}
                read={(text) => save({ place: text.trim().slice(0, 120) }, 'Place of the sign-off')}
              />
            )}
          </Field>
          <label className="mt-1 block text-muted">
            Not done, or not as agreed
            <textarea
              key={had.id}
              className={`${inputClass} mt-0.5 !h-16 w-full`}
              maxLength={2000}
              defaultValue={had.exceptions}
              onBlur={(e) =>
                e.target.value !== had.exceptions && save({ exceptions: e.target.value }, 'Exceptions')
              }
            />
          </label>
        </>
      )}
      <ul className="mt-1">
        {(['installer', 'householder'] as const).map((side) => {
          const mark = had[side];
          const intact = mark ? mark.hash === hashOfSignOff(had) : true;
          return (
            <li key={side} className="flex min-h-9 items-center gap-2 border-t border-rule">
              <StatusMark mark={mark ? (intact ? 'cured' : 'short') : 'empty'} />
              <span className="min-w-0 flex-1 truncate">{mark ? mark.name : who[side]}</span>
              {mark ? (
                <span className={`text-[12px] ${intact ? 'text-muted' : 'font-bold text-rust-text'}`}>
                  {intact ? who[side].toLowerCase() : 'changed after signing'}
                </span>
              ) : (
                <Button look="quiet" className="!px-1" onClick={() => setSigning(side)}>
                  Sign …
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {isSigned && changed && (
        <Button className="mt-1" look="quiet" onClick={begin}>
          Begin a new sign-off: results have changed
        </Button>
      )}
      {signing && (
        <SignDialog
          title={`Hand-over, ${who[signing].toLowerCase()}`}
          words="What stands in the sign-off is closed with the first signature. Later results need a new sign-off."
          verb="Sign"
          hash={hashOfSignOff(had)}
          onClose={() => setSigning(null)}
          onSign={(made) => {
            setSigning(null);
            save({ [signing]: made }, `Signed by the ${who[signing].toLowerCase()}`);
          }}
        />
      )}
    </section>
  );
}
