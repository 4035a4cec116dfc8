import { freshId } from '@/core/job/fresh';
import type { Id, PlaceRule } from '@/core/job/records';
import type { useJobStore } from '@/client/store/JobProvider';

type Rule = PlaceRule['rule'] | 'free';

/** Says of a place that no unit may be there, that one must, or neither. @param words of the place, for the undo list. @returns whether it was done. */
export function rulePlace(
  store: ReturnType<typeof useJobStore>,
  placeId: Id,
  rule: Rule,
  words: string,
): boolean {
  const { job, commit } = store.getState();
  const present = job.placeRules.find((r) => r.placeId === placeId);
  if (rule === 'free')
    return present
      ? commit({ label: `Allow a unit ${words}`.slice(0, 160), put: [], remove: [present.id] })
      : true;
  const record: PlaceRule = present
    ? { ...present, rule }
    : { type: 'placeRule', id: freshId(job, 'place'), placeId, rule, note: '' };
  const label = `${rule === 'force' ? 'A unit must be' : 'No unit'} ${words}`.slice(0, 160);
  return commit({ label, put: [record], remove: [] });
}
