import { Button } from '@/ui/primitives';
import { whenText } from '@/ui/time';
import { bytesText, type DataView } from './dataApi';
import { Head } from '@/ui/Head';

const reasonWords = {
  daily: 'daily',
  manual: 'made by hand',
  'before-update': 'before an update of the program',
  'before-restore': 'before a restore',
} as const;

/** Where the data is, how large, and when it was last backed up. */
export function WhereItIs({ state }: { state: DataView }) {
  const newest = state.backups[0];
  const size = bytesText(state.bytes);
  return (
    <dl className="grid grid-cols-[150px_1fr] border-t border-ink">
      {(
        [
          ['Data folder', state.folder],
          ['Database', state.trouble ? size : `${size}, ${state.jobs} jobs`],
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
  );
}

/** Backups that there are, the newest first, each to be restored. */
export function Backups({
  backups,
  busy,
  onRestore,
}: {
  backups: DataView['backups'];
  busy: boolean;
  onRestore: (name: string) => void;
}) {
  return (
    <>
      <Head right={`${backups.length}`}>Backups</Head>
      {backups.length === 0 && (
        <p className="border-t border-ink py-2 text-muted">There is none yet. The first is made today.</p>
      )}
      <ul className="border-t border-ink" data-testid="backups">
        {backups.map((b) => (
          <li key={b.name} className="flex items-center gap-3 border-b border-rule py-1">
            <span className="w-36">{whenText(b.madeAt)}</span>
            <span className="min-w-0 flex-1 text-muted">{reasonWords[b.reason]}</span>
            <span className="tabular-nums">{bytesText(b.bytes)}</span>
            <Button look="quiet" disabled={busy} onClick={() => onRestore(b.name)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
