'use client';

import { Copy, Download, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { type StageMark, stages } from '@/core/progress/stages';
import { countsOf, type JobRow, type JobSummary, stageStates } from '@/core/progress/jobSummary';
import { type Mark, StatusMark } from '@/ui/marks';
import { Button, IconButton, Tip } from '@/ui/primitives';
import { whenText } from '@/ui/time';
import { binJob, copyJob, restoreJob } from './jobsApi';
import { JobPicture } from './JobPicture';

const stateMark: Record<StageMark['state'], Mark> = {
  empty: 'empty',
  begun: 'begun',
  attention: 'short',
  done: 'cured',
};

type Act = (run: () => Promise<string>, undo?: () => Promise<string>) => Promise<void>;

/** One job of the list; one that can't be read says why, and can still be saved as it is. */
export function JobRowView({
  row,
  openOn,
  act,
  onDelete,
}: {
  row: JobRow;
  /** Other laptops of the firm that have it open now. */
  openOn: readonly string[];
  act: Act;
  onDelete: () => void;
}) {
  const { job } = row;
  return 'broken' in job ? (
    <BrokenRow row={row} reason={job.broken} act={act} onDelete={onDelete} />
  ) : (
    <SoundRow row={row} job={job} openOn={openOn} act={act} onDelete={onDelete} />
  );
}

function BrokenRow({
  row,
  reason,
  act,
  onDelete,
}: {
  row: JobRow;
  reason: string;
  act: Act;
  onDelete: () => void;
}) {
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-rule px-3 py-3" data-job={row.id}>
      <StatusMark mark="short" />
      <div className="min-w-60 flex-1">
        <p className="font-bold">This job can’t be read: {row.id}</p>
        <p className="break-words text-rust-text">{reason}</p>
        <p className="text-muted" suppressHydrationWarning>
          Last changed {whenText(row.savedAt)}. Its records are still in the database.
        </p>
      </div>
      <a href={`/api/jobs/${row.id}/raw`} download className={linkLook}>
        <Download size={15} aria-hidden="true" /> Save its records
      </a>
      <Link href="/data" className={linkLook}>
        Restore a backup
      </Link>
      {row.deletedAt === null ? (
        <IconButton label={`Move ${row.id} to the bin`} onClick={() => void act(() => binJob(row))}>
          <Trash2 size={16} />
        </IconButton>
      ) : (
        <Button onClick={onDelete}>Delete</Button>
      )}
    </li>
  );
}

const linkLook =
  'inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11';

function SoundRow({
  row,
  job,
  openOn,
  act,
  onDelete,
}: {
  row: JobRow;
  job: JobSummary;
  openOn: readonly string[];
  act: Act;
  onDelete: () => void;
}) {
  const binned = row.deletedAt !== null;
  const states = stageStates(job);
  const at = states.findIndex((s) => s !== 'done');
  const stage = stages[at < 0 ? stages.length - 1 : at];
  const { spots, foundShort, proven, short, testLimited } = countsOf(job);
  const after = proven + short + testLimited > 0;
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
    <li className="job-row border-b border-rule px-3 py-3 hover:bg-paper/70" data-job={row.id}>
      <JobPicture job={job} />
      <div className="min-w-0">
        {binned ? (
          <p className="text-[15px] font-bold">{title}</p>
        ) : (
          <Link
            href={`/jobs/${row.id}/${after ? 'prove' : 'plan'}`}
            className="text-[15px] font-bold after:absolute after:inset-0"
          >
            {title}
          </Link>
        )}
        <p className="truncate text-muted">{job.buildingNames}</p>
        {openOn.length > 0 && <p className="truncate font-semibold">open on {openOn.join(', ')}</p>}
      </div>
      <div className="job-track">
        <p className="flex items-center" aria-hidden="true">
          {states.map((state, i) => (
            <span key={i} className="flex items-center">
              {i > 0 && <span className="h-[1.5px] w-2 bg-strong" />}
              <StatusMark mark={stateMark[state]} />
            </span>
          ))}
        </p>
        <p className="mt-1">
          <b>{stage?.key}</b> {stage?.name} <span className="text-muted">{job.stageText}</span>
        </p>
      </div>
      <div>
        <p>
          {after ? (
            <>
              <b>
                {proven} of {spots}
              </b>{' '}
              <span className="text-muted">proven</span>
            </>
          ) : (
            <>
              <b>
                {foundShort} of {spots}
              </b>{' '}
              <span className="text-muted">dead or short</span>
            </>
          )}
        </p>
        <p className="mt-1 text-muted" suppressHydrationWarning>
          {whenText(row.savedAt)}
        </p>
      </div>
      <div className="relative z-10 flex items-center justify-end gap-1">
        {binned ? (
          <>
            <Button onClick={() => void act(() => restoreJob(row))}>Restore</Button>
            <Button look="quiet" onClick={onDelete}>
              Delete
            </Button>
          </>
        ) : (
          <>
            <IconButton label={`Copy ${job.name}`} onClick={() => void act(() => copyJob(row))}>
              <Copy size={16} />
            </IconButton>
            <Tip text="Save as a job file">
              <a
                href={`/api/jobs/${row.id}/file`}
                download
                aria-label={`Save ${job.name} as a file`}
                className="grid h-9 w-9 place-items-center rounded-(--radius) hover:bg-chosen pointer-coarse:h-11 pointer-coarse:w-11"
              >
                <Download size={16} />
              </a>
            </Tip>
            <IconButton
              label={`Move ${job.name} to the bin`}
              onClick={() =>
                void act(
                  () => binJob(row),
                  () => restoreJob(row),
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
