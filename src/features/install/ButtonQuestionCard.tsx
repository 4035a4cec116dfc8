'use client';

import { toast } from 'sonner';
import { find } from '@/core/job/job';
import { Button } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import type { Rehearsal } from './useRehearsal';

/** SIMULATED: the rehearsal of a practice house stands still and asks: is it time to press Pair? */
export function ButtonQuestionCard({ rehearsal }: { rehearsal: Rehearsal }) {
  const job = useJob((s) => s.job);
  const { asked, searching, units } = rehearsal;
  if (!asked) return null;
  const letter = find(job, 'unit', asked.unitId)?.letter ?? '?';
  const seen = units.find((u) => u.unitId === asked.unitId);
  const answer = (pressed: boolean) => {
    const right = pressed === (asked.asked === 'ready');
    const why =
      asked.asked === 'early'
        ? `the page was not searching yet, so ${letter} would have been missed.`
        : `the page was searching, and the pairing window is short.`;
    toast(`${right ? 'Right' : 'Not right'}: ${why}`);
    rehearsal.answer(pressed);
  };
  return (
    <section
      aria-label="Question"
      className="mt-3 border-t-[1.5px] border-ink pt-2"
      data-testid="button-question"
    >
      <h3 className="text-[16px] font-bold">Press Pair on {letter} now?</h3>
      <dl className="my-1 grid max-w-sm grid-cols-[auto_1fr] gap-x-4">
        <dt className="text-muted">Light of {letter}, simulated</dt>
        <dd>{seen?.light ?? '…'}</dd>
        <dt className="text-muted">Page that adds units</dt>
        <dd>{searching ? 'searching' : 'not open'}</dd>
      </dl>
      <div className="flex gap-2">
        <Button look="action" onClick={() => answer(true)}>
          Press Pair
        </Button>
        <Button onClick={() => answer(false)}>Wait</Button>
      </div>
    </section>
  );
}
