import { useJob } from '@/client/store/JobProvider';
import { SaveState } from '@/client/saving/SaveState';
import { useTimes } from '@/ui/useTimes';
import type { JobOffice } from './officeApi';
import { officeWords, troubleWords } from './officeWords';

/** How the job stands with the office, in the place of how it is saved: while that is still under way, it says so. */
export function OfficeState({ office, onOpen }: { office: JobOffice; onOpen: () => void }) {
  const isSaved = useJob((s) => s.save.kind === 'saved');
  const { timeText } = useTimes();
  if (!isSaved) return <SaveState />;
  const words = officeWords(office, office.seenAt === null ? null : timeText(office.seenAt));
  return (
    <p role="status" data-testid="office-state" className="flex min-w-0 text-[12px]">
      <button
        type="button"
        title={`${words}. This job at the office`}
        className={`-my-0.5 truncate py-0.5 underline pointer-coarse:-mb-2.5 pointer-coarse:pb-2.5 decoration-strong decoration-dotted underline-offset-2 hover:decoration-solid ${
          troubleWords(office) === null ? 'text-muted' : 'font-semibold text-rust-text'
        }`}
        onClick={onOpen}
      >
        {words}
      </button>
    </p>
  );
}
