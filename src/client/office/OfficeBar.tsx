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
      className="flex min-h-7 flex-none flex-wrap items-center gap-x-4 border-b border-rule bg-panel px-3.5 text-[13px] print:hidden"
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
      {questions > 0 ? (
        <span className="ml-auto py-1">
          <Button look="action" onClick={() => setOpen(true)}>
            Choose
          </Button>
        </span>
      ) : (
        <button
          type="button"
          className="ml-auto h-7 px-2 font-semibold text-action pointer-coarse:h-11"
          onClick={() => setOpen(true)}
        >
          This job at the office
        </button>
      )}
      {isOpen && <OfficeDialog office={office} act={act} onClose={() => setOpen(false)} />}
    </section>
  );
}
