'use client';

import { ArchiveRestore, Download, HardDriveDownload } from 'lucide-react';
import { useState } from 'react';
import { FileButton } from '@/ui/FileButton';
import { Button } from '@/ui/primitives';
import { PageHead } from '@/ui/PageHead';
import { useLive } from '@/ui/useLive';
import { ApiError, messageOf } from '@/client/store/api';
import { BackupFolder } from './BackupFolder';
import { Backups, WhereItIs } from './Backups';
import { Head } from '@/ui/Head';
import { backUpNow, beginEmpty, type DataView, restore } from './dataApi';
import { linkLook } from './linkLook';
import { ReplaceDialog } from './ReplaceDialog';
import { Trouble } from './Trouble';

/** Your data: where it is, how large, when last backed up; backups made, restored, and everything in one file. */
export function DataPage({ initial }: { initial: DataView }) {
  useLive();
  const [state, setState] = useState(initial);
  const [busy, setBusy] = useState('');
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const [replacing, setReplacing] = useState<{ from: string | File; message: string } | null>(null);

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
  return (
    <div className="mx-auto max-w-3xl px-6 pb-16">
      <PageHead title="Your data" />
      <main>
        {trouble && (
          <Trouble
            trouble={trouble}
            backups={state.backups}
            busy={busy !== ''}
            onRestore={(name) => void bringIn(name, false)}
            onBeginEmpty={() => void act('Beginning …', beginEmpty, 'A new, empty database is in use now.')}
          />
        )}
        <Head>Where it is</Head>
        <WhereItIs state={state} />
        {state.backupFault && !trouble && (
          <p role="alert" className="mt-2 text-rust-text">
            The last automatic backup failed. {state.backupFault}
          </p>
        )}
        <p className="mt-2 text-muted">
          A backup is made once a day while the program is in use, and before each update. The newest of the
          last 7 days and of the last 8 weeks are kept. A backup on the same disk does not help when the disk
          is lost: choose a folder on another one, or save everything to a file.
        </p>
        <KeepButtons
          busy={busy !== ''}
          trouble={trouble !== null}
          onBackUp={() => void act('Backing up …', backUpNow, 'Backed up.')}
          onFile={(file) => void bringIn(file, false)}
        />
        <p role="status" className={`mt-2 min-h-5 ${said?.bad ? 'text-rust-text' : 'font-semibold'}`}>
          {busy || said?.text}
        </p>
        <p className="text-muted">
          “Everything” is all jobs, their pictures, the log of steps, and the passwords as they are kept:
          encrypted. The file can be restored on another machine.
        </p>
        <BackupFolder key={state.ownFolder ?? ''} state={state} onChanged={setState} />
        <Backups backups={state.backups} busy={busy !== ''} onRestore={(name) => void bringIn(name, false)} />
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

/** Back up, save everything, restore from a file. */
function KeepButtons({
  busy,
  trouble,
  onBackUp,
  onFile,
}: {
  busy: boolean;
  trouble: boolean;
  onBackUp: () => void;
  onFile: (file: File) => void;
}) {
  return (
    <div className="mt-3 flex flex-wrap gap-2">
      <Button look="action" disabled={busy || trouble} onClick={onBackUp}>
        <HardDriveDownload size={15} aria-hidden="true" /> Back up now
      </Button>
      {!trouble && (
        <a href="/api/data/everything" download className={linkLook}>
          <Download size={15} aria-hidden="true" /> Save everything
        </a>
      )}
      <FileButton
        label="File to restore from"
        accept=".zip,.sqlite,application/zip"
        disabled={busy}
        onFile={onFile}
      >
        <ArchiveRestore size={15} aria-hidden="true" /> Restore from a file
      </FileButton>
    </div>
  );
}
