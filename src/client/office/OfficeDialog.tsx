'use client';

import Link from 'next/link';
import { useState } from 'react';
import { clashWords } from '@/client/saving/saveWords';
import { saveText } from '@/client/saveText';
import { messageOf } from '@/client/store/api';
import { useJob } from '@/client/store/JobProvider';
import { editOfChanges } from '@/core/sync/changes';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, PartHead } from '@/ui/primitives';
import { useTimes } from '@/ui/useTimes';
import type { JobOffice, JobOfficeDo } from './officeApi';

type Act = (what: JobOfficeDo) => Promise<void>;

/** A job at the office: what a person has to choose, who may change it, and its files. */
export function OfficeDialog({ office, act, onClose }: { office: JobOffice; act: Act; onClose: () => void }) {
  const [said, setSaid] = useState('');
  const [isBusy, setBusy] = useState(false);
  const { whenText } = useTimes();
  const run = async (what: JobOfficeDo) => {
    setBusy(true);
    setSaid('');
    try {
      await act(what);
    } catch (error) {
      setSaid(messageOf(error));
    }
    setBusy(false);
  };
  const mayClose = office.role !== 'trainee' && office.isMine;
  return (
    <DialogFrame title="This job at the office" closeWords="Close" onClose={onClose} wide>
      <Questions office={office} disabled={isBusy} run={run} />
      <PartHead>Who works on it</PartHead>
      <p className="py-1">
        {office.lastBy
          ? `Last changed by ${office.lastBy}, ${whenText(office.lastAt)}.`
          : 'Not changed at the office yet.'}{' '}
        {office.others.length > 0
          ? `Open on ${office.others.join(', ')} too.`
          : 'No other laptop has it open.'}
      </p>
      <div className="flex flex-wrap items-center gap-3 py-1">
        <p className="min-w-0 flex-1">
          {office.onlyFor
            ? `Only ${office.onlyFor.name} may change it. Others can look.`
            : 'Every crew may change it. Two at the same time is normal: their edits are merged.'}
        </p>
        {mayClose && (
          <Button disabled={isBusy} onClick={() => void run({ do: office.onlyFor ? 'everyone' : 'only' })}>
            {office.onlyFor ? 'Open it to every crew' : 'Only this laptop'}
          </Button>
        )}
      </div>
      <PartHead>Pictures and photos</PartHead>
      <div className="flex flex-wrap items-center gap-3 py-1">
        <p className="min-w-0 flex-1">
          {office.lacking === 0
            ? 'All of them are on this laptop.'
            : `${office.lacking} ${office.lacking === 1 ? 'is' : 'are'} at the office only. Take them along before you leave its network.`}
        </p>
        {office.lacking > 0 && (
          <Button disabled={isBusy} onClick={() => void run({ do: 'take-along' })}>
            Take them along
          </Button>
        )}
      </div>
      <p role="alert" className="min-h-5 text-rust-text">
        {said}
      </p>
      <p className="text-muted">
        Passwords go to the office as they are kept, encrypted: only who has the passphrase can open them.{' '}
        <Link href="/office" className="font-semibold text-action">
          All laptops
        </Link>
      </p>
    </DialogFrame>
  );
}

/** Values that two laptops changed, and steps that the office could not store. */
function Questions({
  office,
  disabled,
  run,
}: {
  office: JobOffice;
  disabled: boolean;
  run: (what: JobOfficeDo) => Promise<void>;
}) {
  const job = useJob((s) => s.job);
  return (
    <>
      {office.clashes.length > 0 && (
        <PartHead right="the other value is used until you choose">Changed on two laptops</PartHead>
      )}
      <ul>
        {office.clashes.map((clash) => {
          const { about, mine, theirs } = clashWords(job, clash);
          return (
            <li key={clash.id} data-testid="office-clash" className="border-b border-rule py-2.5">
              <p className="font-bold first-letter:uppercase">{about}</p>
              <div className="mt-1.5 grid grid-cols-2 gap-3 max-[520px]:grid-cols-1">
                <div>
                  <p className="text-muted">On this laptop ({clash.label})</p>
                  <p className="mb-1.5 break-words">{mine}</p>
                  <Button disabled={disabled} onClick={() => void run({ do: 'mine', id: clash.id })}>
                    Use the value from here
                  </Button>
                </div>
                <div>
                  <p className="text-muted">{clash.by || 'On another laptop'}</p>
                  <p className="mb-1.5 break-words">{theirs}</p>
                  <Button disabled={disabled} onClick={() => void run({ do: 'theirs', id: clash.id })}>
                    Keep the other value
                  </Button>
                </div>
              </div>
            </li>
          );
        })}
      </ul>
      {office.aside.length > 0 && <PartHead right="kept on this laptop">Not taken by the office</PartHead>}
      <ul>
        {office.aside.map((step) => (
          <li key={step.id} data-testid="office-aside" className="border-b border-rule py-2.5">
            <p className="font-bold">{step.label}</p>
            <p className="break-words text-rust-text">{step.reason}</p>
            <p className="mt-1.5 flex flex-wrap gap-2">
              <Button disabled={disabled} onClick={() => void run({ do: 'retry', id: step.id })}>
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
              <Button
                look="quiet"
                disabled={disabled}
                onClick={() => void run({ do: 'leave-out', id: step.id })}
              >
                Discard
              </Button>
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
