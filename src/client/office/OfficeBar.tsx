import { Button } from '@/ui/primitives';
import type { JobOffice } from './officeApi';
import { closedWords, troubleWords } from './officeWords';

/** What a person should know or choose of the open job at the office; where there is nothing, the top bar says all. */
export function OfficeBar({ office, onOpen }: { office: JobOffice; onOpen: () => void }) {
  const questions = office.clashes.length + office.aside.length;
  const closed = closedWords(office);
  const trouble = troubleWords(office);
  if (questions === 0 && closed === null && trouble === null && office.others.length === 0) return null;
  return (
    <section
      aria-label="The office"
      data-testid="office-bar"
      className="flex min-h-7 flex-none flex-wrap items-center gap-x-4 border-b border-rule bg-panel px-3.5 text-[13px] print:hidden"
    >
      {trouble !== null && <p className="text-rust-text">{trouble}</p>}
      {office.others.length > 0 && <p>Open on {office.others.join(', ')} too</p>}
      {closed !== null && <p className="font-semibold">{closed}</p>}
      {questions > 0 && (
        <p>
          <b>
            {questions} {questions === 1 ? 'change needs' : 'changes need'} your choice.
          </b>{' '}
          Both values are kept until then.
        </p>
      )}
      {questions > 0 && (
        <span className="ml-auto py-1">
          <Button look="action" onClick={onOpen}>
            Choose
          </Button>
        </span>
      )}
    </section>
  );
}
