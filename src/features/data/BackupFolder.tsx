'use client';

import { useForm, useWatch } from 'react-hook-form';
import { Button, inputClass } from '@/ui/primitives';
import { messageOf } from '@/client/store/api';
import { Head } from '@/ui/Head';
import { chooseFolder, type DataView } from './dataApi';

/** A folder of one's own for backups: on another disk, or one that is copied elsewhere. */
export function BackupFolder({
  state,
  onChanged,
}: {
  state: DataView;
  onChanged: (state: DataView) => void;
}) {
  const { register, control, handleSubmit, formState, setError } = useForm({
    defaultValues: { path: state.ownFolder ?? '' },
  });
  const path = useWatch({ control, name: 'path' });
  const busy = formState.isSubmitting;
  const choose = (folder: string | null) =>
    handleSubmit(async () => {
      try {
        onChanged(await chooseFolder(folder));
      } catch (error) {
        setError('root', { message: messageOf(error) });
      }
    });
  const problem = formState.errors.root?.message;
  return (
    <form onSubmit={(e) => void choose(path.trim() || null)(e)}>
      <Head>Your own backup folder</Head>
      <div className="flex flex-wrap gap-2 border-t border-ink pt-2">
        <label className="min-w-60 flex-1">
          <span className="sr-only">Backup folder, full path</span>
          <input
            className={`${inputClass} !h-9 w-full`}
            placeholder="/media/backup-disk/nestle"
            {...register('path')}
          />
        </label>
        <Button type="submit" disabled={busy || path.trim() === (state.ownFolder ?? '')}>
          Use this folder
        </Button>
        {state.ownFolder && (
          <Button look="quiet" disabled={busy} onClick={(e) => void choose(null)(e)}>
            Use the data folder
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-rust-text">
          {problem}
        </p>
      )}
      <p className="mt-1 text-muted">The folder must exist. Backups made before stay where they are.</p>
    </form>
  );
}
