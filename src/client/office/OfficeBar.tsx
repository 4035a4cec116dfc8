'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useJob } from '@/client/store/JobProvider';
import { Button } from '@/ui/primitives';
import { useTimes } from '@/ui/useTimes';
import { closedWords, officeWords } from './officeWords';
import { useJobOffice } from './useJobOffice';

const OfficeDialog = dynamic(() => import('./OfficeDialog').then((m) => m.OfficeDialog));

/** How the open job stands with the office, and what waits for a person. A laptop on its own shows nothing. */
export function OfficeBar() {
  const jobId = useJob((s) => s.job.info.id);
  const { office, act } = useJobOffice(jobId);
  const [isOpen, setOpen] = useState(false);
  const { timeText } = useTimes();
  if (!office) return null;
  const questions = office.clashes.length + office.aside.length;
  const closed = closedWords(office);
  const isBad = office.stopped !== null || (office.said !== null && office.connection !== 'with the office');
  return (
    <section
      aria-label="The office"
      data-testid="office-bar"
      className="flex min-h-9 flex-none flex-wrap items-center gap-x-4 border-b border-rule bg-panel px-3.5 py-1 print:hidden"
    >
      <p role="status" className={isBad ? 'text-rust-text' : 'text-muted'}>
        {officeWords(office, office.seenAt === null ? null : timeText(office.seenAt))}
      </p>
      {office.others.length > 0 && <p>Open on {office.others.join(', ')} too</p>}
      {closed !== null && <p className="font-semibold">{closed}</p>}
      {questions > 0 && (
        <p>
          <b>
            {questions} {questions === 1 ? 'change needs' : 'changes need'} your choice.
          </b>{' '}
          Both values are kept until then.
        </p>
      )}
      <span className="ml-auto">
        <Button look={questions > 0 ? 'action' : 'quiet'} onClick={() => setOpen(true)}>
          {questions > 0 ? 'Choose' : 'Office'}
        </Button>
      </span>
      {isOpen && <OfficeDialog office={office} act={act} onClose={() => setOpen(false)} />}
    </section>
  );
}
