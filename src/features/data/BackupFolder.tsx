'use client';

import { type FormEvent, useState } from 'react';
import { Button, inputClass } from '@/ui/primitives';
import { messageOf } from '@/client/store/api';
import { Head } from './Head';
import { chooseFolder, type DataView } from './dataApi';

/** A folder of one's own for backups: on another disk, or one that is copied elsewhere. */
export function BackupFolder({ state, onChanged }: { state: DataView; onChanged: (state: DataView) => void }) {
  const [path, setPath] = useState(state.ownFolder ?? '');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  async function choose(folder: string | null) {
    setBusy(true);
    setProblem('');
    try {
      onChanged(await chooseFolder(folder));
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  }
  return (
    <form
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        void choose(path.trim() || null);
      }}
    >
      <Head>A folder of your own for backups</Head>
      <div className="flex flex-wrap gap-2 border-t border-ink pt-2">
        <label className="min-w-60 flex-1">
          <span className="sr-only">Folder for backups, its whole path</span>
          <input
            className={`${inputClass} !h-9 w-full`}
            placeholder="/media/backup-disk/nestle"
            value={path}
            onChange={(e) => setPath(e.target.value)}
          />
        </label>
        <Button type="submit" disabled={busy || path.trim() === (state.ownFolder ?? '')}>
          Use this folder
        </Button>
        {state.ownFolder && (
          <Button look="quiet" disabled={busy} onClick={() => void choose(null)}>
            Use the data folder
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-rust-text">
          {problem}
        </p>
      )}
      <p className="mt-1 text-muted">
        The folder must be there already. Backups made before stay where they are.
      </p>
    </form>
  );
}
