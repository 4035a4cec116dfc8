/** Two words on one step, from two people or from one who was out of reach. */
import type { StepRun } from '../job/records';

/**
 * The step as it stands after another word on it. The newer word counts; who ended a step first has ended
 * it: a later end by another keeps the first time and name, with both notes, photos and cautions read.
 */
export function mergeRun(
  had: StepRun | null,
  sent: StepRun,
): { merged: StepRun; state: 'taken' | 'older' | 'ended-before' } {
  if (!had) return { merged: sent, state: 'taken' };
  const both = (a: readonly string[], b: readonly string[]) => [...new Set([...a, ...b])];
  if (had.doneAt && sent.doneAt && had.doneAt !== sent.doneAt) {
    // a word that was sent twice, since its answer was lost, is written once
    const there = !sent.note || `\n${had.note}\n`.includes(`\n${sent.note}\n`);
    const note = there ? had.note : [had.note, sent.note].filter(Boolean).join('\n');
    const merged = {
      ...had,
      note: note.slice(0, 2000),
      photos: both(had.photos, sent.photos).slice(0, 12),
      read: both(had.read, sent.read).slice(0, 20),
    };
    const same = JSON.stringify(merged) === JSON.stringify(had);
    return { merged: same ? had : merged, state: 'ended-before' };
  }
  if (sent.changedAt <= had.changedAt) return { merged: had, state: 'older' };
  return { merged: sent, state: 'taken' };
}
