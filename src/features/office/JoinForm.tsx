'use client';

import { ScanQrCode } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useCallback, useState } from 'react';
import { joinOffice, type OfficeView } from '@/client/office/officeApi';
import { messageOf } from '@/client/store/api';
import { Head } from '@/ui/Head';
import { Button, Field, inputClass } from '@/ui/primitives';

const CodeCamera = dynamic(() => import('./CodeCamera').then((m) => m.CodeCamera));

/** Joining a firm with a code; one laptop alone needs none of it. */
export function JoinForm({ jobsHere, onJoined }: { jobsHere: number; onJoined: (view: OfficeView) => void }) {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [said, setSaid] = useState('');
  const [isBusy, setBusy] = useState(false);
  const [isReading, setReading] = useState(false);
  const take = useCallback((text: string) => {
    setCode(text);
    setReading(false);
  }, []);
  const join = async () => {
    setBusy(true);
    setSaid('');
    try {
      onJoined(await joinOffice(code, name.trim()));
    } catch (error) {
      setSaid(messageOf(error));
    }
    setBusy(false);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void join();
      }}
    >
      <Head>This laptop works on its own</Head>
      <p className="py-1.5">
        Nothing more is needed for one laptop. A firm with several can give all of them the same jobs: each
        works without a network, and what was done goes to the office when it is in reach.
      </p>
      <Head>Join a firm</Head>
      <p className="py-1.5">
        The office prints a code for each laptop: <code>nestle office code NAME</code>. It can be used once.
        Setting up an office is in docs/office.md.
      </p>
      <div className="flex flex-wrap items-end justify-between gap-2">
        <label htmlFor="join-code" className="text-muted">
          Code of the office
        </label>
        <Button onClick={() => setReading(true)}>
          <ScanQrCode size={16} aria-hidden="true" /> Read its picture
        </Button>
      </div>
      <textarea
        id="join-code"
        value={code}
        rows={4}
        required
        spellCheck={false}
        autoComplete="off"
        placeholder="nestle-2-…"
        className={`${inputClass} mt-1 block h-28 w-full py-1 text-[12px] break-all`}
        onChange={(e) => setCode(e.target.value)}
      />
      <Field label="Name of this laptop">
        {(id) => (
          <input
            id={id}
            value={name}
            required
            maxLength={80}
            placeholder="Van 1"
            className={`${inputClass} w-full max-w-56`}
            onChange={(e) => setName(e.target.value)}
          />
        )}
      </Field>
      <p className="py-2 text-muted">
        {jobsHere === 0
          ? 'Nothing of this laptop goes to the office: demonstration and practice stay here. The jobs of the firm come by themselves.'
          : `The ${jobsHere === 1 ? 'job' : `${jobsHere} jobs`} of this laptop ${jobsHere === 1 ? 'goes' : 'go'} to the office too. Demonstration and practice stay here. Everyone in the firm can then read ${jobsHere === 1 ? 'it' : 'them'}, customers included.`}
      </p>
      <p role="alert" className="min-h-5 text-rust-text">
        {said}
      </p>
      <Button type="submit" look="action" disabled={isBusy || !code.trim() || !name.trim()}>
        {isBusy ? 'Joining …' : 'Join'}
      </Button>
      {isReading && <CodeCamera onCode={take} onClose={() => setReading(false)} />}
    </form>
  );
}
