'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import { type Joined, leaveOffice, type OfficeView, readOffice } from '@/client/office/officeApi';
import { officeWords, roleWords, troubleWords, waitWords } from '@/client/office/officeWords';
import { messageOf } from '@/client/store/api';
import { DialogFrame } from '@/ui/DialogFrame';
import { Head } from '@/ui/Head';
import { Button } from '@/ui/primitives';
import { PageHead } from '@/ui/PageHead';
import { useLive } from '@/ui/useLive';
import { useTimes } from '@/ui/useTimes';
import { JoinForm } from './JoinForm';

/** Looked at so often, ms. */
const lookMs = 3000;

/** The office: joining it, how this laptop stands with it, and all laptops of the firm. */
export function OfficePage({ initial }: { initial: OfficeView }) {
  useLive();
  const [view, setView] = useState(initial);
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setInterval(() => {
      readOffice()
        .then((next) => {
          setView(next);
          setSaid('');
        })
        .catch((error: unknown) => setSaid(messageOf(error)));
    }, lookMs);
    return () => clearInterval(timer);
  }, []);
  return (
    <div className="mx-auto max-w-3xl px-6 pb-16">
      <PageHead title="Office and laptops" />
      <main>
        {said && (
          <p role="alert" className="mt-2 text-rust-text">
            {said}
          </p>
        )}
        {view.member === null ? (
          <JoinForm jobsHere={view.jobsHere} onJoined={setView} />
        ) : (
          <Member view={view} onLeft={setView} />
        )}
      </main>
    </div>
  );
}

function Member({ view, onLeft }: { view: Joined; onLeft: (view: OfficeView) => void }) {
  const { member, laptops, waiting, stopped, lost } = view;
  const [leaving, setLeaving] = useState(false);
  const { timeText, whenText } = useTimes();
  const trouble = troubleWords({ ...member, stopped: null });
  return (
    <>
      <Head right={`${member.laptopName}, ${roleWords[member.role].toLowerCase()}`}>{member.firmName}</Head>
      <p
        role="status"
        data-testid="office-state"
        className={`py-1.5 ${trouble === null ? '' : 'text-rust-text'}`}
      >
        <span className="inline-block first-letter:uppercase">
          {officeWords({ ...member, stopped: null }, member.seenAt === null ? null : timeText(member.seenAt))}
        </span>
        {trouble !== null && `. ${trouble}`}
      </p>
      {waiting.length > 0 && (
        <>
          <Head right="sent when the office is there">Not sent yet</Head>
          <ul>
            {waiting.map((w) => (
              <li key={w.jobId} className="flex justify-between border-b border-rule py-1.5">
                <Link href={`/jobs/${w.jobId}/survey`} className="font-semibold text-action">
                  {w.name}
                </Link>
                {waitWords(w.steps)}
              </li>
            ))}
          </ul>
        </>
      )}
      {stopped.length > 0 && (
        <>
          <Head right="their edits stay on this laptop">Jobs that do not go to the office</Head>
          <ul>
            {stopped.map((s) => (
              <li key={s.jobId} className="border-b border-rule py-1.5">
                <b>{s.name}</b>: <span className="text-rust-text">{s.why}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {lost.length > 0 && (
        <p className="border-b border-rule py-1.5">
          <b>Your changes to these products were not taken</b>, since another laptop had changed them too:{' '}
          {lost.join(', ')}. Look at them under My business.
        </p>
      )}
      <Head right="as each was heard last">Laptops</Head>
      <table className="w-full">
        <thead>
          <tr className="border-b border-strong text-left text-[12px] text-muted">
            <th className="py-1 font-normal">Name</th>
            <th className="pr-2 font-normal">Role</th>
            <th className="pr-2 font-normal">Nestle</th>
            <th className="pr-2 font-normal">Heard</th>
            <th className="pr-2 font-normal">Waits there</th>
            <th className="pr-2 font-normal">Open now</th>
          </tr>
        </thead>
        <tbody>
          {laptops.map((l) => (
            <tr key={l.id} data-testid="laptop" className="border-b border-rule align-top">
              <td className="py-1.5 pr-2 font-semibold">
                {l.name}
                {l.id === member.laptopId && <span className="font-normal text-muted"> (this one)</span>}
              </td>
              <td className="py-1.5 pr-2">{roleWords[l.role]}</td>
              <td className="py-1.5 pr-2">
                {l.program || '–'}
                {l.version !== member.version && (
                  <span className="block text-rust-text">
                    {l.version > member.version ? 'newer: update this laptop' : 'older: update it'}
                  </span>
                )}
              </td>
              <td className="py-1.5 pr-2">{whenText(l.at)}</td>
              <td className="py-1.5 pr-2">{l.waiting === 0 ? 'nothing' : waitWords(l.waiting)}</td>
              <td className="py-1.5">{l.open.map((o) => o.name).join(', ') || '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {laptops.length === 0 && (
        <p className="py-1.5 text-muted">Nothing is known of other laptops until the office is there.</p>
      )}
      <div className="mt-5 flex justify-end">
        <Button look="quiet" onClick={() => setLeaving(true)}>
          Leave the firm
        </Button>
      </div>
      {leaving && <LeaveDialog view={view} onClose={() => setLeaving(false)} onLeft={onLeft} />}
    </>
  );
}

function LeaveDialog({
  view: { member },
  onClose,
  onLeft,
}: {
  view: Joined;
  onClose: () => void;
  onLeft: (view: OfficeView) => void;
}) {
  const [said, setSaid] = useState('');
  const leave = () =>
    leaveOffice()
      .then(onLeft)
      .catch((error: unknown) => setSaid(messageOf(error)));
  return (
    <DialogFrame
      title={`Leave ${member.firmName}?`}
      closeWords="Close"
      onClose={onClose}
      footer={
        <>
          <Button onClick={onClose}>Stay</Button>
          <Button look="action" onClick={() => void leave()}>
            Leave
          </Button>
        </>
      }
    >
      <p className="pt-3">
        All jobs stay on this laptop as they are. Nothing goes to the office or comes from it any more.
        {member.waiting > 0 && ` ${waitWords(member.waiting)}: the office will not get them.`} To come back
        you need a new code.
      </p>
      <p role="alert" className="text-rust-text">
        {said}
      </p>
    </DialogFrame>
  );
}
