'use client';

import { ArchiveRestore, Download, HardDriveDownload } from 'lucide-react';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { Button } from '@/ui/primitives';
import { ApiError, messageOf } from '@/client/store/api';
import { whenText } from '@/ui/time';
import { BackupFolder } from './BackupFolder';
import { Head } from './Head';
import { backUpNow, beginEmpty, bytesText, type DataView, restore } from './dataApi';
import { ReplaceDialog } from './ReplaceDialog';

const reasonWords = {
  daily: 'daily',
  manual: 'made by hand',
  'before-update': 'before an update of the program',
  'before-restore': 'before a restore',
} as const;

/** Your data: where it is, how large, when last backed up; backups made, restored, and everything in one file. */
export function DataPage({ initial }: { initial: DataView }) {
  const [state, setState] = useState(initial);
  const [busy, setBusy] = useState('');
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const [replacing, setReplacing] = useState<{ from: string | File; message: string } | null>(null);
  const input = useRef<HTMLInputElement>(null);

  async function act(doing: string, run: () => Promise<DataView>, done: string) {
    setBusy(doing);
    setSaid(null);
    try {
      setState(await run());
      setSaid({ text: done, bad: false });
    } catch (error) {
      setSaid({ text: messageOf(error), bad: true });
    } finally {
      setBusy('');
    }
  }
  async function bringIn(from: string | File, replace: boolean) {
    setReplacing(null);
    await act(
      'Restoring …',
      async () => {
        try {
          return await restore(from, replace);
        } catch (error) {
          if (!(error instanceof ApiError) || error.status !== 409) throw error;
          setReplacing({ from, message: error.message });
          throw new Error('Not restored yet: there are jobs already.', { cause: error });
        }
      },
      'Restored. The jobs are as they were then.',
    );
  }
  const { trouble } = state;
  const newest = state.backups[0];
  return (
    <div className="mx-auto max-w-3xl px-6 pb-16">
      <header className="flex h-11 items-center border-b border-ink">
        <Link href="/" className="text-[17px] font-bold">
          Nestle
        </Link>
        <h1 className="ml-3 border-l border-strong pl-3 font-bold">Your data</h1>
        <Link href="/" className="ml-auto font-semibold text-action">
          All jobs
        </Link>
      </header>
      <main>
      {trouble && (
        <section role="alert" className="mt-4 border border-rust bg-panel p-4" data-testid="trouble">
          <h2 className="text-[16px] font-bold text-rust-text">The data can’t be opened</h2>
          <p className="mt-1">{trouble.message}</p>
          {trouble.details.length > 0 && (
            <ul className="mt-2 list-disc pl-5 text-muted">
              {trouble.details.slice(0, 8).map((d, i) => (
                <li key={i} className="break-words">
                  {d}
                </li>
              ))}
            </ul>
          )}
          <div className="mt-3 flex flex-wrap gap-2">
            {trouble.newestGood ? (
              <Button look="action" disabled={busy !== ''} onClick={() => void bringIn(trouble.newestGood ?? '', false)}>
                Restore the newest sound backup (
                {whenText(state.backups.find((b) => b.name === trouble.newestGood)?.madeAt ?? '')})
              </Button>
            ) : (
              <p className="self-center font-semibold">There is no sound backup in the folder of backups.</p>
            )}
            {trouble.kind === 'damaged' && (
              <a href="/api/data/salvage" download className={linkLook}>
                <Download size={15} aria-hidden="true" /> Save what is readable
              </a>
            )}
            {['missing', 'empty', 'damaged'].includes(trouble.kind) && (
              <Button
                look="quiet"
                disabled={busy !== ''}
                onClick={() => void act('Beginning …', beginEmpty, 'There is an empty database now.')}
              >
                Begin with an empty database
              </Button>
            )}
          </div>
        </section>
      )}
      <Head>Where it is</Head>
      <dl className="grid grid-cols-[150px_1fr] border-t border-ink">
        {(
          [
            ['Data folder', state.folder],
            ['Database', trouble ? bytesText(state.bytes) : `${bytesText(state.bytes)}, ${state.jobs} jobs`],
            ['Backups', state.backupsFolder],
            ['Last backup', newest ? `${whenText(newest.madeAt)}, ${reasonWords[newest.reason]}` : 'none yet'],
          ] as const
        ).map(([term, words]) => (
          <div key={term} className="col-span-2 grid grid-cols-subgrid border-b border-rule py-1.5">
            <dt className="text-muted">{term}</dt>
            <dd className="min-w-0 break-words">{words}</dd>
          </div>
        ))}
      </dl>
      {state.backupFault && !trouble && (
        <p role="alert" className="mt-2 text-rust-text">
          The last backup by itself failed. {state.backupFault}
        </p>
      )}
      <p className="mt-2 text-muted">
        A backup is made once a day while the program is in use, and before each update. The newest of the last
        7 days and of the last 8 weeks are kept. A backup on the same disk does not help when the disk is lost:
        choose a folder on another one, or save everything to a file.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          look="action"
          disabled={busy !== '' || trouble !== null}
          onClick={() => void act('Backing up …', backUpNow, 'Backed up.')}
        >
          <HardDriveDownload size={15} aria-hidden="true" /> Back up now
        </Button>
        {!trouble && (
          <a href="/api/data/everything" download className={linkLook}>
            <Download size={15} aria-hidden="true" /> Save everything
          </a>
        )}
        <Button disabled={busy !== ''} onClick={() => input.current?.click()}>
          <ArchiveRestore size={15} aria-hidden="true" /> Restore from a file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".zip,.sqlite,application/zip"
          hidden
          data-testid="restore-file"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void bringIn(file, false);
          }}
        />
      </div>
      <p role="status" className={`mt-2 min-h-5 ${said?.bad ? 'text-rust-text' : 'font-semibold'}`}>
        {busy || said?.text}
      </p>
      <p className="text-muted">
        “Everything” is all jobs, their pictures, the log of steps, and the passwords as they are kept:
        encrypted. The file can be restored on another machine.
      </p>
      <BackupFolder key={state.ownFolder ?? ''} state={state} onChanged={setState} />
      <Head right={`${state.backups.length}`}>Backups</Head>
      {state.backups.length === 0 && (
        <p className="border-t border-ink py-2 text-muted">There is none yet. The first is made today.</p>
      )}
      <ul className="border-t border-ink" data-testid="backups">
        {state.backups.map((b) => (
          <li key={b.name} className="flex items-center gap-3 border-b border-rule py-1">
            <span className="w-36">{whenText(b.madeAt)}</span>
            <span className="min-w-0 flex-1 text-muted">{reasonWords[b.reason]}</span>
            <span className="tabular-nums">{bytesText(b.bytes)}</span>
            <Button look="quiet" disabled={busy !== ''} onClick={() => void bringIn(b.name, false)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
      </main>
      {replacing && (
        <ReplaceDialog
          message={replacing.message}
          onClose={() => setReplacing(null)}
          onReplace={() => void bringIn(replacing.from, true)}
        />
      )}
    </div>
  );
}

const linkLook =
  'inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11';
