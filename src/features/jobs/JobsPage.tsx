'use client';

import { Copy, Download, FileUp, Search, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { toast, Toaster } from 'sonner';
import { stages } from '@/core/job/stages';
import { type Mark, StatusMark } from '@/ui/marks';
import { Button, IconButton, inputClass } from '@/ui/primitives';
import { whenText } from '@/ui/units';
import { binJob, copyJob, importJob, type JobSummary, restoreJob, useJobs } from './jobsApi';
import { JobPicture } from './JobPicture';
import { NewJobForm } from './NewJobForm';

const stateMark: Record<string, Mark> = { empty: 'empty', begun: 'begun', attention: 'short', done: 'cured' };
type Show = 'all' | 'short' | 'bin';

/** All jobs: open, begin, copy, bin with undo, bring in and take out. */
export function JobsPage({ initial }: { initial: JobSummary[] }) {
  const { jobs, refresh } = useJobs(initial);
  const [show, setShow] = useState<Show>('all');
  const [words, setWords] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const open = jobs.filter((j) => j.deletedAt === null);
  const bin = jobs.filter((j) => j.deletedAt !== null);
  const attention = open.filter(
    (j) => j.tally.short > 0 || (j.tally.untested === j.spots && j.foundShort > 0),
  );
  const list = (show === 'bin' ? bin : show === 'short' ? attention : open).filter((j) =>
    `${j.name} ${j.buildingNames}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  const act = async (run: () => Promise<string>, undo?: () => Promise<string>) => {
    try {
      const said = await run();
      toast(said, undo ? { action: { label: 'Undo', onClick: () => void act(undo) } } : {});
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
    await refresh();
  };
  const take = (file: File | undefined) => file && void act(() => importJob(file));

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
            <FileUp size={15} /> Bring in a job file
          </Button>
          <input
            ref={input}
            type="file"
            accept=".json,application/json"
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
              ['bin', 'Bin, kept 30 days', bin.length],
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
              <dd className="font-bold">{open.reduce((sum, j) => sum + j.tally.proven, 0)}</dd>
            </div>
          </dl>
        </nav>
        <main className="shell-centre overflow-auto bg-panel">
          <ul data-testid="jobs">
            {list.map((job) => (
              <JobRow key={job.id} job={job} act={act} />
            ))}
          </ul>
          {show === 'all' && open.length > 0 && open.every((j) => j.demo) && <FirstSteps />}
          {list.length === 0 && (
            <p className="p-6 text-muted">
              {words
                ? `No job with “${words}”.`
                : show === 'bin'
                  ? 'The bin is empty.'
                  : show === 'short'
                    ? 'Nothing needs attention.'
                    : 'No job yet. Begin one at the right, or bring in a job file.'}
            </p>
          )}
        </main>
        <aside aria-label="New job" className="shell-inspector" data-open="jobs">
          <NewJobForm />
        </aside>
      </div>
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
        click where it goes, and drag it: every need follows.
      </li>
      <li>
        Press <kbd className="rounded-[2px] border border-strong px-1">6</kbd> and take simulated runs: what
        is cured has the numbers to show it.
      </li>
    </ol>
  );
}

function JobRow({
  job,
  act,
}: {
  job: JobSummary;
  act: (run: () => Promise<string>, undo?: () => Promise<string>) => Promise<void>;
}) {
  const binned = job.deletedAt !== null;
  const current = job.stages.find((s) => s.state !== 'done') ?? job.stages.at(-1);
  const stage = stages.find((s) => s.id === current?.id);
  const after = job.tally.proven + job.tally.short + job.tally.testLimited > 0;
  const title = (
    <>
      {job.name}
      {job.demo && (
        <span className="ml-2 rounded-[2px] border border-strong px-1.5 text-[12px] font-normal text-muted">
          demo
        </span>
      )}
    </>
  );
  return (
    <li className="job-row border-b border-rule px-3 py-3 hover:bg-paper/70" data-job={job.id}>
      <JobPicture job={job} />
      <div className="min-w-0">
        {binned ? (
          <p className="text-[15px] font-bold">{title}</p>
        ) : (
          <Link
            href={`/jobs/${job.id}/${after ? 'prove' : 'plan'}`}
            className="text-[15px] font-bold after:absolute after:inset-0"
          >
            {title}
          </Link>
        )}
        <p className="truncate text-muted">{job.buildingNames}</p>
      </div>
      <div className="job-track">
        <p className="flex items-center" aria-hidden="true">
          {job.stages.map((s, i) => (
            <span key={s.id} className="flex items-center">
              {i > 0 && <span className="h-[1.5px] w-2 bg-strong" />}
              <StatusMark mark={stateMark[s.state] ?? 'empty'} />
            </span>
          ))}
        </p>
        <p className="mt-1">
          <b>{stage?.key}</b> {stage?.name} <span className="text-muted">{current?.text}</span>
        </p>
      </div>
      <div>
        <p>
          {after ? (
            <>
              <b>
                {job.tally.proven} of {job.tally.all}
              </b>{' '}
              <span className="text-muted">proven</span>
            </>
          ) : (
            <>
              <b>
                {job.foundShort} of {job.spots}
              </b>{' '}
              <span className="text-muted">dead or short</span>
            </>
          )}
        </p>
        <p className="mt-1 text-muted" suppressHydrationWarning>
          {whenText(job.savedAt)}
        </p>
      </div>
      <div className="relative z-10 flex items-center justify-end gap-1">
        {binned ? (
          <Button onClick={() => void act(() => restoreJob(job))}>Put back</Button>
        ) : (
          <>
            <IconButton label={`Copy ${job.name}`} onClick={() => void act(() => copyJob(job))}>
              <Copy size={16} />
            </IconButton>
            <a
              href={`/api/jobs/${job.id}/file`}
              download
              aria-label={`Save ${job.name} as a file`}
              title="Save as a job file"
              className="grid h-9 w-9 place-items-center rounded-(--radius) hover:bg-chosen pointer-coarse:h-11 pointer-coarse:w-11"
            >
              <Download size={16} />
            </a>
            <IconButton
              label={`Move ${job.name} to the bin`}
              onClick={() =>
                void act(
                  () => binJob(job),
                  () => restoreJob(job),
                )
              }
            >
              <Trash2 size={16} />
            </IconButton>
          </>
        )}
      </div>
    </li>
  );
}
