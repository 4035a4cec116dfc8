/** The list of a step that is ticked off one by one, with lines that are added by hand. */
import type { Step } from './step';

export interface CheckItem {
  /** What stands for it when it is ticked. */
  mark: string;
  words: string;
  isTicked: boolean;
}

/** A line of one's own is kept with a mark in front, and with another one once it is ticked. */
const own = '+';

/** Those to do, in their order, then those that are ticked. @param ticks as kept with the step. */
export function checkListOf(step: Pick<Step, 'list'>, ticks: readonly string[]): CheckItem[] {
  const added = ticks.filter((t) => t.startsWith(own)).map((t) => ({ mark: t.slice(1), words: t.slice(1) }));
  const items = [...step.list, ...added].map((i) => ({ ...i, isTicked: ticks.includes(i.mark) }));
  return [...items.filter((i) => !i.isTicked), ...items.filter((i) => i.isTicked)];
}

/** As a line of one's own is kept. */
export const ownLine = (words: string): string => `${own}${words.trim().slice(0, 100)}`;
