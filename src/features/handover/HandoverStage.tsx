'use client';

import { Download, Printer } from 'lucide-react';
import { useState } from 'react';
import { PracticeResult } from '@/panels/practice/PracticeResult';
import { PhotosHere } from '@/panels/photos/PhotosHere';
import { Report } from '@/panels/report/Report';
import { isLabelSize, type LabelSize, labelSizes } from '@/core/papers/asBuiltPaper';
import { Button, Choice, Field } from '@/ui/primitives';
import { SignOffForm } from './SignOffForm';
import { Section } from '@/editor/section/Section';
import { useJob } from '@/client/store/JobProvider';

const link =
  'inline-flex h-9 items-center justify-center gap-2 rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11';

const papers = [
  ['householder', 'Householder'],
  ['as-built', 'As built'],
  ['sign-off', 'Sign-off'],
] as const;

/** The sheet of labels: its size, and whether each has a picture code that opens the job on this machine. */
function LabelLink({ id, size }: { id: string; size: string }) {
  const [labels, setLabels] = useState<LabelSize>('63.5x25.4');
  const [codes, setCodes] = useState(false);
  const query = `${size ? `${size}&` : '?'}labels=${labels}${codes ? '&codes' : ''}`;
  return (
    <div className="border-t border-rule pt-2">
      <Field label="Labels, mm">
        {(field) => (
          <Choice
            id={field}
            value={labels}
            options={Object.keys(labelSizes).map((value) => ({ value, text: value.replace('x', ' × ') }))}
            onChange={(value) => isLabelSize(value) && setLabels(value)}
          />
        )}
      </Field>
      <label className="flex items-center gap-2 py-1">
        <input
          type="checkbox"
          className="h-4 w-4 accent-(--color-action)"
          checked={codes}
          onChange={(e) => setCodes(e.target.checked)}
        />
        Picture code that opens the job on this machine
      </label>
      <a className={`${link} w-full`} href={`/api/jobs/${id}/papers/labels${query}`} download>
        <Download size={15} /> Labels
      </a>
    </div>
  );
}

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
          <SignOffForm />
          <h3 className="mt-2 font-bold">Papers, PDF</h3>
          {papers.map(([name, text]) => (
            <a key={name} className={link} href={`/api/jobs/${id}/papers/${name}${size}`} download>
              <Download size={15} /> {text}
            </a>
          ))}
          <LabelLink id={id} size={size} />
          <a className={link} href={`/jobs/${id}/quote`}>
            Quote and customer
          </a>
          <div className="-mx-4">
            <PhotosHere phase="built" />
          </div>
          <h3 className="mt-2 font-bold">Open formats</h3>
          <a className={link} href={`/api/jobs/${id}/pack`} download>
            <Download size={15} /> All of it, zip
          </a>
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
