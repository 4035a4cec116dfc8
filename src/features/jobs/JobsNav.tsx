import { themeWords, useTheme } from '@/ui/theme';
import { WordChoice } from '@/ui/WordChoice';
import Link from 'next/link';
import { countsOf, type JobRow } from '@/core/progress/jobSummary';

/** Which jobs are listed. */
export type Show = 'all' | 'short' | 'board' | 'week' | 'money' | 'practice' | 'bin';

/** Which jobs to show, with how many there are of each. @param open jobs that are not in the bin. */
export function JobsNav({
  show,
  onShow,
  open,
  counts,
}: {
  show: Show;
  onShow: (show: Show) => void;
  open: readonly JobRow[];
  /** Of those that are lists. */
  counts: Readonly<Partial<Record<Show, number>>>;
}) {
  const [theme, setTheme] = useTheme();
  return (
    <nav aria-label="Which jobs" className="shell-left jobs-nav">
      <h2 className="px-3.5 pt-3 pb-2 text-[13.5px] font-bold">Show</h2>
      {(
        [
          ['all', 'All jobs'],
          ['short', 'Needs attention'],
          ['board', 'Board by state'],
          ['week', 'Week'],
          ['money', 'Money and hours'],
          ['practice', 'Practice houses'],
          ['bin', 'Bin'],
        ] as const
      ).map(([key, text]) => (
        <button
          key={key}
          type="button"
          aria-pressed={show === key}
          className={`flex justify-between border-t border-rule px-3.5 py-2 text-left hover:bg-paper pointer-coarse:py-3.5 ${
            show === key ? 'bg-chosen font-bold text-action shadow-[inset_3px_0_0_var(--color-action)]' : ''
          }`}
          onClick={() => onShow(key)}
        >
          {text} {counts[key] !== undefined && <b>{counts[key]}</b>}
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
      <div className="border-t border-rule px-3.5 py-1">
        <WordChoice label="Colours" value={theme} words={themeWords} onChange={setTheme} />
      </div>
      <Link
        href="/office"
        className="flex h-10 items-center border-t border-rule px-3.5 font-semibold text-action hover:bg-paper pointer-coarse:h-11"
      >
        Office and laptops
      </Link>
      <Link
        href="/data"
        className="flex h-10 items-center border-t border-rule px-3.5 font-semibold text-action hover:bg-paper pointer-coarse:h-11"
      >
        Your data and backups
      </Link>
    </nav>
  );
}
