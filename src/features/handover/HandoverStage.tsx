'use client';

import { Download, Printer } from 'lucide-react';
import { PracticeResult } from '@/panels/practice/PracticeResult';
import { Report } from '@/panels/report/Report';
import { Button } from '@/ui/primitives';
import { Section } from '@/editor/section/Section';
import { useJob } from '@/client/store/JobProvider';

const link =
  'inline-flex h-9 items-center justify-center gap-2 rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11';

const papers = [
  ['householder', 'Householder'],
  ['as-built', 'As built'],
  ['labels', 'Labels'],
] as const;

/** The report as it will be printed, and what leaves the program in open formats. */
export function HandoverStage() {
  const id = useJob((s) => s.job.info.id);
  // paper is cut to the country's size
  const size = useJob((s) => (s.job.info.countryGroup === 'north-america' ? '?size=LETTER' : ''));
  return (
    <>
      <aside aria-label="Property" className="shell-left print:hidden">
        <Section stage="prove" />
        <div className="flex flex-col gap-2 border-t border-strong p-3.5">
          <Button look="action" onClick={() => window.print()}>
            <Printer size={16} /> Print or PDF
          </Button>
          <a className={link} href={`/jobs/${id}/report`}>
            Open report page
          </a>
          <h3 className="mt-2 font-bold">Papers, PDF</h3>
          {papers.map(([name, text]) => (
            <a key={name} className={link} href={`/api/jobs/${id}/papers/${name}${size}`} download>
              <Download size={15} /> {text}
            </a>
          ))}
          <a className={link} href={`/jobs/${id}/quote`}>
            Quote and customer
          </a>
          <h3 className="mt-2 font-bold">Open formats</h3>
          <a className={link} href={`/api/jobs/${id}/file`} download>
            <Download size={15} /> Job file
          </a>
          <a className={link} href={`/api/jobs/${id}/readings`} download>
            <Download size={15} /> Readings, CSV
          </a>
        </div>
      </aside>
      {/* scrolls by keys, so it takes the focus */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex */}
      <main tabIndex={0} className="shell-report min-w-0 overflow-auto">
        <PracticeResult />
        <Report />
      </main>
    </>
  );
}
