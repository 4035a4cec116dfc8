/** One line of the log of a job: a new edit, or the undoing or redoing of an earlier one. */
export interface LogEntry {
  revision: number;
  label: string;
  kind: 'do' | 'undo' | 'redo';
}

/** What undo and redo would take next, as revisions of the original edits, oldest first. */
export interface History {
  undo: { revision: number; label: string }[];
  redo: { revision: number; label: string }[];
}

/**
 * Replays a log into its two stacks. A new edit clears what could be redone.
 * Example: do 1, do 2, undo → undo [1], redo [2].
 */
export function historyOf(log: readonly LogEntry[]): History {
  const undo: History['undo'] = [];
  const redo: History['redo'] = [];
  for (const entry of log) {
    if (entry.kind === 'do') {
      undo.push({ revision: entry.revision, label: entry.label });
      redo.length = 0;
    } else {
      const [from, to] = entry.kind === 'undo' ? [undo, redo] : [redo, undo];
      const moved = from.pop();
      if (moved) to.push(moved);
    }
  }
  return { undo, redo };
}
