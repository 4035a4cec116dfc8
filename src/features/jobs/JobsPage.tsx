'use client';

import { FileUp, Search } from 'lucide-react';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { toast, Toaster } from 'sonner';
import { binDays } from '@/core/job/limits';
import { countsOf, type JobRow } from '@/core/progress/jobSummary';
import { Button, inputClass } from '@/ui/primitives';
import { DeleteDialog } from './DeleteDialog';
import { emptyBin, importJob, nameOf, useJobs } from './jobsApi';
import { JobRowView } from './JobRowView';
import { NewJobForm } from './NewJobForm';

type Show = 'all' | 'short' | 'bin';

/** Rows drawn at first, and again each time more are wanted. */
const pageRows = 60;

function needsAttention({ job }: JobRow): boolean {
  if ('broken' in job) return true;
  const { short, untested, spots, foundShort } = countsOf(job);
  return short > 0 || (untested === spots && foundShort > 0);
}
const wordsOf = (row: JobRow) => ('broken' in row.job ? row.id : `${row.job.name} ${row.job.buildingNames}`);
const isDemo = ({ job }: JobRow) => !('broken' in job) && job.demo;

/** All jobs: open, begin, copy, bin with undo, import and export. */
export function JobsPage({ initial }: { initial: JobRow[] }) {
  const { jobs, refresh } = useJobs(initial);
  const [show, setShow] = useState<Show>('all');
  const [words, setWords] = useState('');
  const [shown, setShown] = useState(pageRows);
  const [asking, setAsking] = useState<JobRow | 'all' | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const open = jobs.filter((j) => j.deletedAt === null);
  const bin = jobs.filter((j) => j.deletedAt !== null);
  const attention = open.filter(needsAttention);
  const all = (show === 'bin' ? bin : show === 'short' ? attention : open).filter((j) =>
    wordsOf(j).toLowerCase().includes(words.trim().toLowerCase()),
  );
  const list = all.slice(0, shown);
  const act = async (run: () => Promise<string>, undo?: () => Promise<string>) => {
    try {
      const said = await run();
      toast(said, undo ? { action: { label: 'Undo', onClick: () => void act(undo) } } : {});
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
    await refresh();
  };
  const take = (file: File | undefined) => {
    if (!file) return;
    const busy = toast.loading(`Importing ${file.name} …`);
    void act(() => importJob(file)).finally(() => toast.dismiss(busy));
  };

  return (
    <div
      className="shell"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        take(e.dataTransfer.files[0]);
      }}
    >
      <header className="shell-top border-b border-ink bg-paper">
        <div className="shell-brand flex items-center">
          <span className="px-3.5 text-[17px] font-bold">Nestle</span>
          <h1 className="border-l border-strong px-3 font-bold">Jobs</h1>
        </div>
        <label className="shell-find relative flex items-center px-4">
          <Search size={16} className="absolute left-7 text-muted" aria-hidden="true" />
          <span className="sr-only">Find a job</span>
          <input
            type="search"
            placeholder="Find by name or building"
            className={`${inputClass} w-full max-w-[430px] pl-9`}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </label>
        <div className="shell-tools flex items-center justify-end gap-2 px-3">
          <Button onClick={() => input.current?.click()}>
            <FileUp size={15} /> Import job file
          </Button>
          <input
            ref={input}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            hidden
            data-testid="job-file"
            onChange={(e) => {
              take(e.target.files?.[0]);
              e.target.value = '';
            }}
          />
        </div>
      </header>
      <div className="shell-body">
        <nav aria-label="Which jobs" className="shell-left jobs-nav">
          <h2 className="px-3.5 pt-3 pb-2 text-[13.5px] font-bold">Show</h2>
          {(
            [
              ['all', 'All jobs', open.length],
              ['short', 'Needs attention', attention.length],
              ['bin', 'Bin', bin.length],
            ] as const
          ).map(([key, text, count]) => (
            <button
              key={key}
              type="button"
              aria-pressed={show === key}
              className={`flex justify-between border-t border-rule px-3.5 py-2 text-left hover:bg-paper pointer-coarse:py-3.5 ${
                show === key
                  ? 'bg-chosen font-bold text-action shadow-[inset_3px_0_0_var(--color-action)]'
                  : ''
              }`}
              onClick={() => setShow(key)}
            >
              {text} <b>{count}</b>
            </button>
          ))}
          <dl className="mt-auto border-t border-ink px-3.5 py-2.5">
            <div className="flex justify-between">
              <dt className="text-muted">Spots proven, all jobs</dt>
              <dd className="font-bold">
                {open.reduce((sum, j) => sum + ('broken' in j.job ? 0 : countsOf(j.job).proven), 0)}
              </dd>
            </div>
          </dl>
          <Link
            href="/data"
            className="flex h-10 items-center border-t border-rule px-3.5 font-semibold text-action hover:bg-paper pointer-coarse:h-11"
          >
            Your data and backups
          </Link>
        </nav>
        <main className="shell-centre overflow-auto bg-panel">
          {show === 'bin' && bin.length > 0 && (
            <p className="flex flex-wrap items-center justify-between gap-2 border-b border-rule px-3 py-2 text-muted">
              Kept until you delete them, or for {binDays} days on which Nestle is in use.
              <Button onClick={() => setAsking('all')}>Empty the bin</Button>
            </p>
          )}
          <ul data-testid="jobs">
            {list.map((job) => (
              <JobRowView key={job.id} row={job} act={act} onDelete={() => setAsking(job)} />
            ))}
          </ul>
          {all.length > shown && (
            <p className="p-3 text-center">
              <Button onClick={() => setShown(shown + pageRows)}>
                Show more ({all.length - shown} not shown)
              </Button>
            </p>
          )}
          {show === 'all' && open.length > 0 && open.every(isDemo) && <FirstSteps />}
          {list.length === 0 && (
            <p className="p-6 text-muted">
              {words
                ? `No job with “${words}”.`
                : show === 'bin'
                  ? 'The bin is empty.'
                  : show === 'short'
                    ? 'Nothing needs attention.'
                    : 'No job yet. Begin one at the right, or import a job file.'}
            </p>
          )}
        </main>
        <aside aria-label="New job" className="shell-inspector" data-open="jobs">
          <NewJobForm />
        </aside>
      </div>
      {asking && (
        <DeleteDialog
          name={asking === 'all' ? null : nameOf(asking)}
          count={bin.length}
          onClose={() => setAsking(null)}
          onDelete={() => {
            setAsking(null);
            void act(() => emptyBin(asking === 'all' ? null : asking));
          }}
        />
      )}
      <Toaster position="bottom-left" />
    </div>
  );
}

/** For as long as there are only demo jobs: three lines on what to try. */
function FirstSteps() {
  return (
    <ol className="m-6 max-w-xl list-decimal border border-rule bg-paper py-3 pr-5 pl-9 text-[14px] leading-relaxed">
      <li>
        Open <b>Quay House</b> and press <kbd className="rounded-[2px] border border-strong px-1">2</kbd>:
        five places are dead or short.
      </li>
      <li>
        Press <kbd className="rounded-[2px] border border-strong px-1">3</kbd>, choose a unit at the left,
        click where it goes, and drag it. All results update.
      </li>
      <li>
        Press <kbd className="rounded-[2px] border border-strong px-1">6</kbd> and take simulated runs. See
        which spots are now met.
      </li>
    </ol>
  );
}
