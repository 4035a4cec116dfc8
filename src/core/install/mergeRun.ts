/** Two words on one step: from two people, or from one who was out of reach. */
import type { StepRun } from '../job/records';

type Standing = Pick<StepRun, 'startedAt' | 'handsFreeAt' | 'doneAt' | 'skipped' | 'windowAt' | 'by'>;
const standing = ({ startedAt, handsFreeAt, doneAt, skipped, windowAt, by }: StepRun): Standing => ({
  startedAt,
  handsFreeAt,
  doneAt,
  skipped,
  windowAt,
  by,
});
const progress = ['startedAt', 'handsFreeAt', 'doneAt', 'skipped', 'windowAt'] as const;

/** Has `sent` all that `had` has come to, and more, that `had` did not take back since `base`? */
function goesFurther(sent: StepRun, had: StepRun, base: StepRun | null): boolean {
  const more = progress.filter((f) => sent[f] !== null && had[f] === null);
  const less = progress.some((f) => had[f] !== null && sent[f] === null);
  return more.length > 0 && !less && more.every((f) => base === null || base[f] === null);
}
const sameStanding = (a: StepRun, b: StepRun) => JSON.stringify(standing(a)) === JSON.stringify(standing(b));

/** What was added to a list since `base` is added; what was taken out is taken out. */
const mergeList = (base: readonly string[], had: readonly string[], sent: readonly string[], most: number) =>
  [...new Set([...had.filter((v) => sent.includes(v) || !base.includes(v)), ...sent])]
    .filter((v) => had.includes(v) || !base.includes(v))
    .slice(0, most);

/** A note changed on one side is that side's; changed on both it is both, each line once. */
function mergeNote(base: string, had: string, sent: string): string {
  if (sent === base || `\n${had}\n`.includes(`\n${sent}\n`)) return had;
  if (had === base || `\n${sent}\n`.includes(`\n${had}\n`)) return sent;
  return [had, sent].filter(Boolean).join('\n').slice(0, 2000);
}

/**
 * The step as it stands after another word on it. Photos, cautions read and notes of both are kept. How the
 * step stands (begun, done, left out) is the word's that goes further, and where they contradict each other the newer
 * one's; who ended a step first has ended it.
 * @param base what the sender had seen; null = nothing.
 */
export function mergeRun(
  had: StepRun | null,
  sent: StepRun,
  base: StepRun | null = null,
): { merged: StepRun; state: 'taken' | 'older' | 'ended-before' } {
  if (!had) return { merged: sent, state: 'taken' };
  const endedBefore = Boolean(
    had.doneAt && sent.doneAt && had.doneAt !== sent.doneAt && base?.doneAt !== had.doneAt,
  );
  const sentUntouched = base !== null && sameStanding(sent, base);
  const hadUntouched = base !== null && sameStanding(had, base);
  const sentCounts =
    !endedBefore &&
    !sentUntouched &&
    // clocks of two machines are compared only where the words contradict each other
    (hadUntouched ||
      goesFurther(sent, had, base) ||
      (sent.changedAt > had.changedAt && !goesFurther(had, sent, base))) &&
    !sameStanding(had, sent);
  const merged: StepRun = {
    ...had,
    ...(sentCounts && standing(sent)),
    note: mergeNote(base?.note ?? '', had.note, sent.note),
    photos: mergeList(base?.photos ?? [], had.photos, sent.photos, 12),
    read: mergeList(base?.read ?? [], had.read, sent.read, 200),
    ticks: mergeList(base?.ticks ?? [], had.ticks, sent.ticks, 200),
    shown: JSON.stringify(sent.shown) === JSON.stringify(base?.shown ?? null) ? had.shown : sent.shown,
  };
  if (JSON.stringify(merged) === JSON.stringify(had))
    return {
      merged: had,
      state: endedBefore ? 'ended-before' : sameStanding(had, sent) || sentUntouched ? 'taken' : 'older',
    };
  merged.changedAt = sent.changedAt > had.changedAt ? sent.changedAt : had.changedAt;
  return {
    merged,
    state: endedBefore
      ? 'ended-before'
      : sentCounts || sentUntouched || sameStanding(had, sent)
        ? 'taken'
        : 'older',
  };
}
