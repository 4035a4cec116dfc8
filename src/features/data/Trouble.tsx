import { Download } from 'lucide-react';
import { Button } from '@/ui/primitives';
import { whenText } from '@/ui/time';
import type { DataView } from './dataApi';
import { linkLook } from './linkLook';

/** The database can't be opened: what is wrong with it, and what can be done. */
export function Trouble({
  trouble,
  backups,
  busy,
  onRestore,
  onBeginEmpty,
}: {
  trouble: NonNullable<DataView['trouble']>;
  backups: DataView['backups'];
  busy: boolean;
  onRestore: (backup: string) => void;
  onBeginEmpty: () => void;
}) {
  return (
    <section role="alert" className="mt-4 border border-rust bg-panel p-4" data-testid="trouble">
      <h2 className="text-[16px] font-bold text-rust-text">The data cannot be opened</h2>
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
          <Button look="action" disabled={busy} onClick={() => onRestore(trouble.newestGood ?? '')}>
            Restore the newest good backup (
            {whenText(backups.find((b) => b.name === trouble.newestGood)?.madeAt ?? '')})
          </Button>
        ) : (
          <p className="self-center font-semibold">There is no good backup in the backup folder.</p>
        )}
        {trouble.kind === 'damaged' && (
          <a href="/api/data/salvage" download className={linkLook}>
            <Download size={15} aria-hidden="true" /> Save the readable data
          </a>
        )}
        {['missing', 'empty', 'damaged'].includes(trouble.kind) && (
          <Button look="quiet" disabled={busy} onClick={onBeginEmpty}>
            Start with an empty database
          </Button>
        )}
      </div>
    </section>
  );
}
