/** One line of the log of a job: a new edit, or the undoing or redoing of an earlier one. */
export interface LogEntry {
  id: string;
  label: string;
  kind: 'do' | 'undo' | 'redo';
  /** The edit that is undone or redone; null in old logs: the newest that can be. */
  of: string | null;
}

/** What undo and redo would take next, as the original edits, oldest first. */
export interface History {
  undo: { id: string; label: string }[];
  redo: { id: string; label: string }[];
}

/**
 * Replays the log of one author into its two stacks. A new edit clears what could be redone.
 * Example: do 1, do 2, undo → undo [1], redo [2].
 */
export function historyOf(log: readonly LogEntry[]): History {
  const undo: History['undo'] = [];
  const redo: History['redo'] = [];
  for (const { id, label, kind, of } of log) {
    if (kind === 'do') {
      undo.push({ id, label });
      redo.length = 0;
      continue;
    }
    const [from, to] = kind === 'undo' ? [undo, redo] : [redo, undo];
    const at = of === null ? from.length - 1 : from.findLastIndex((e) => e.id === of);
    to.push(...from.splice(at < 0 ? from.length : at, 1));
  }
  return { undo, redo };
}
