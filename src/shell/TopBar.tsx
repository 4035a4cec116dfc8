'use client';

import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useMemo } from 'react';
import { putOne } from '@/core/job/edits';
import { type StageMark, stageMarks, stages } from '@/core/progress/stages';
import { type Mark, StatusMark } from '@/ui/marks';
import { IconButton, Segmented, Tip } from '@/ui/primitives';
import type { JobOffice } from '@/client/office/officeApi';
import { OfficeState } from '@/client/office/OfficeState';
import { SaveState } from '@/client/saving/SaveState';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { PhoneButton } from './PhoneButton';

const stageShape: Record<StageMark['state'], Mark> = {
  empty: 'empty',
  begun: 'begun',
  attention: 'short',
  done: 'cured',
};

/** Name, job, save state, the stages with their number keys, undo and redo, lengths, help. */
export function TopBar({
  office,
  onOffice,
  onHelp,
}: {
  /** How the job stands with the office; null = this laptop works on its own. */
  office: JobOffice | null;
  onOffice: () => void;
  onHelp: () => void;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const history = useJob((s) => s.history);
  const proofs = useProofs();
  const path = usePathname();
  const marks = useMemo(() => stageMarks(job, proofs), [job, proofs]);
  return (
    <header className="shell-top border-b border-ink bg-paper print:hidden">
      <div className="shell-brand">
        <Tip text="All jobs">
          <Link href="/" className="shell-home text-[17px] font-bold">
            Nestle
          </Link>
        </Tip>
        <h1 className="truncate leading-tight font-bold">{job.info.name}</h1>
        <div className="shell-state">
          {office ? <OfficeState office={office} onOpen={onOffice} /> : <SaveState />}
        </div>
      </div>
      <nav aria-label="Stages" className="shell-stages flex min-w-0 border-l border-rule">
        {stages.map((stage) => {
          const mark = marks.find((m) => m.id === stage.id);
          const active = path.endsWith(`/${stage.id}`);
          return (
            <Link
              key={stage.id}
              href={`/jobs/${job.info.id}/${stage.id}`}
              aria-current={active ? 'page' : undefined}
              className={`relative flex min-w-[104px] flex-1 flex-col justify-center border-r border-rule px-2.5 ${
                active
                  ? '-mb-px bg-panel before:absolute before:inset-x-0 before:top-0 before:h-[3px] before:bg-action'
                  : 'hover:bg-panel'
              }`}
            >
              <span className="flex items-center gap-1.5 font-semibold">
                <kbd
                  className={`inline-grid h-4 w-4 place-items-center rounded-[2px] border text-[11.5px] ${
                    active ? 'border-action bg-action text-panel' : 'border-strong'
                  }`}
                >
                  {stage.key}
                </kbd>
                {stage.name}
              </span>
              <span className="flex items-center gap-1.5 text-[12px] whitespace-nowrap text-muted">
                <StatusMark mark={stageShape[mark?.state ?? 'empty']} size={12} />
                <span className="truncate">{mark?.text}</span>
              </span>
            </Link>
          );
        })}
      </nav>
      <div className="shell-tools flex items-center justify-end gap-1.5 px-3">
        <IconButton
          label={`Undo${history.undo.length ? `: ${history.undo.at(-1)?.label}` : ''}`}
          disabled={!history.undo.length}
          onClick={() => store.getState().undo()}
        >
          <Undo2 size={18} />
        </IconButton>
        <IconButton
          label={`Redo${history.redo.length ? `: ${history.redo.at(-1)?.label}` : ''}`}
          disabled={!history.redo.length}
          onClick={() => store.getState().redo()}
        >
          <Redo2 size={18} />
        </IconButton>
        {/* on a phone, in the list of commands */}
        <div className="max-[699px]:hidden">
          <Segmented
            label="Lengths in"
            value={job.info.lengths}
            options={[
              { value: 'm', text: 'm' },
              { value: 'ft', text: 'ft' },
            ]}
            onChange={(lengths) =>
              store
                .getState()
                .commit(putOne(`Lengths in ${lengths}`, { ...store.getState().job.info, lengths }))
            }
          />
        </div>
        <PhoneButton />
        <IconButton label="Guide to this page (F1)" onClick={onHelp}>
          <span className="text-[16px] font-bold">?</span>
        </IconButton>
      </div>
    </header>
  );
}
