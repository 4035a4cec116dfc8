'use client';

import { sayError } from '@/ui/sayError';
import { useState } from 'react';
import { toast } from 'sonner';
import { binDays } from '@/core/job/limits';
import { practiceHouses } from '@/core/practice/practiceHouses';
import { countsOf, type JobRow } from '@/core/progress/jobSummary';
import { Button } from '@/ui/primitives';
import { useLive } from '@/ui/useLive';
import { Messages } from '@/shell/Messages';
import { Board } from '@/panels/business/Board';
import { Money } from '@/panels/business/Money';
import { Week } from '@/panels/business/Week';
import { DeleteDialog } from './DeleteDialog';
import { FirstSteps } from './FirstSteps';
import { JobsHead } from './JobsHead';
import { JobsNav, type Show } from './JobsNav';
import { emptyBin, importJob, nameOf, useJobs } from './jobsApi';
import { JobRowView } from './JobRowView';
import { PracticeList } from './PracticeList';
import { useFirm } from './useFirm';
import { NewJobForm } from './NewJobForm';

/** Rows drawn at first, and again each time more are wanted. */
const pageRows = 60;

function needsAttention({ job }: JobRow): boolean {
  if ('broken' in job) return true;
  const { short, untested, spots, foundShort } = countsOf(job);
  return short > 0 || (untested === spots && foundShort > 0);
}
const wordsOf = (row: JobRow) =>
  'broken' in row.job ? row.id : `${row.job.name} ${row.job.buildingNames} ${row.job.work.customer}`;
const isDemo = ({ job }: JobRow) => !('broken' in job) && job.demo;

/** All jobs: open, begin, copy, bin with undo, import and export. */
export function JobsPage({ initial }: { initial: JobRow[] }) {
  useLive();
  const { jobs, refresh } = useJobs(initial);
  const openElsewhere = useFirm(refresh);
  const [show, setShow] = useState<Show>('all');
  const [words, setWords] = useState('');
  const [shown, setShown] = useState(pageRows);
  const [asking, setAsking] = useState<JobRow | 'all' | null>(null);
  const open = jobs.filter((j) => j.deletedAt === null);
  const bin = jobs.filter((j) => j.deletedAt !== null);
  const attention = open.filter(needsAttention);
  const lists = { all: open, short: attention, board: [], week: [], money: [], practice: [], bin };
  const matches = (j: JobRow) => wordsOf(j).toLowerCase().includes(words.trim().toLowerCase());
  const all = lists[show].filter(matches);
  const matching = open.filter(matches);
  const list = all.slice(0, shown);
  const act = async (run: () => Promise<string>, undo?: () => Promise<string>) => {
    try {
      const said = await run();
      toast(said, undo ? { action: { label: 'Undo', onClick: () => void act(undo) } } : {});
    } catch (error) {
      sayError(error instanceof Error ? error.message : String(error));
    }
    await refresh();
  };
  const take = (file: File) => {
    const busy = toast.loading(`Importing ${file.name} …`);
    void act(() => importJob(file)).finally(() => toast.dismiss(busy));
  };

  return (
    <div
      className="shell"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const [file] = e.dataTransfer.files;
        if (file) take(file);
      }}
    >
      <JobsHead words={words} onWords={setWords} onFile={take} />
      <div className="shell-body">
        <JobsNav
          show={show}
          onShow={setShow}
          open={open}
          counts={{
            all: open.length,
            short: attention.length,
            practice: practiceHouses.length,
            bin: bin.length,
          }}
        />
        <main className="shell-centre overflow-auto bg-panel">
          {show === 'bin' && bin.length > 0 && (
            <p className="flex flex-wrap items-center justify-between gap-2 border-b border-rule px-3 py-2 text-muted">
              Kept until you delete them, or for {binDays} days on which Nestle is in use.
              <Button onClick={() => setAsking('all')}>Empty the bin</Button>
            </p>
          )}
          {show === 'practice' && <PracticeList />}
          {show === 'board' && <Board jobs={matching} refresh={refresh} />}
          {show === 'week' && <Week jobs={open} />}
          {show === 'money' && <Money jobs={matching} />}
          <ul data-testid="jobs">
            {list.map((job) => (
              <JobRowView
                key={job.id}
                row={job}
                openOn={openElsewhere.get(job.id) ?? []}
                act={act}
                onDelete={() => setAsking(job)}
              />
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
          {list.length === 0 && (show === 'all' || show === 'short' || show === 'bin') && (
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
      <Messages />
    </div>
  );
}
