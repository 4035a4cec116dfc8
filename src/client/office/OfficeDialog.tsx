'use client';

import Link from 'next/link';
import { useState } from 'react';
import { Questions } from '@/client/saving/Questions';
import { messageOf } from '@/client/store/api';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, PartHead } from '@/ui/primitives';
import { useTimes } from '@/ui/useTimes';
import type { JobOffice, JobOfficeDo } from './officeApi';

const words = {
  clashes: 'Changed on two laptops',
  here: 'On this laptop',
  aside: 'Not taken by the office',
  asideKept: 'kept on this laptop',
};

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
      <Questions
        clashes={office.clashes}
        aside={office.aside}
        words={words}
        byOf={({ by }) => by || 'On another laptop'}
        disabled={isBusy}
        choose={(id, whose) => void run({ do: whose, id })}
        retry={(id) => void run({ do: 'retry', id })}
        leaveOut={(id) => void run({ do: 'leave-out', id })}
      />
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
