/**
 * A window's copy of a job: what the server has, the steps of this window that it does not have yet, and the
 * job as shown, which is both together. Every function is pure and returns the next copy. The one way in is
 * serial: do, undo, redo, an answer, a refusal, and what others did, one after the other.
 */
import { applyEdit, type Edit, EditError } from '../job/edits';
import type { Job } from '../job/job';
import { withDependants } from '../job/references';
import { type Id, recordSchema } from '../job/records';
import { withRooms } from '../survey/rooms';
import { type Change, changesOf, editOfChanges, renameChanges, reversed } from './changes';
import { type Disagreement, rebase } from './rebase';

/** A step of this window on its way to the server. */
export interface Pending {
  /** Made here, once: sent again it is the same step. */
  id: string;
  kind: 'do' | 'undo' | 'redo';
  /** The step that this one takes back or does again. */
  of: string | null;
  label: string;
  /** What was asked for; rooms that follow from walls are worked out anew on every state. */
  asked: Change[];
  /** All of it, on the state before it. */
  changes: Change[];
}

/** A step that could not be stored, and why; it waits for a person. */
export interface Aside {
  id: string;
  label: string;
  asked: Change[];
  reason: string;
}

/** A field that this window and someone else both changed; theirs stands until a person chooses. */
export interface Clash extends Disagreement {
  id: string;
  label: string;
  /** Who changed it meanwhile, as the log has it: a window, or a phone. */
  by: string;
}

/** A step of this window that undo or redo could take. `changes` null: not held here, the server has them. */
export interface OwnStep {
  id: string;
  label: string;
  changes: Change[] | null;
}

/** What waits in a window and must outlive it. */
export interface Outbox {
  queue: Pending[];
  aside: Aside[];
  clashes: Clash[];
}

export interface Sync extends Outbox {
  /** Which life of the job this is: another one after a restore. */
  incarnation: string;
  revision: number;
  savedAt: string;
  base: Job;
  job: Job;
  undo: OwnStep[];
  redo: OwnStep[];
  /** Ids of records made here that had to be renamed when others' steps came in last, old to new. */
  renamed: ReadonlyMap<Id, Id>;
}

/** The state of a job as the server has it. */
export interface Stored {
  job: Job;
  incarnation: string;
  revision: number;
  savedAt: string;
}

/** An edit of the log, of any window or phone. */
export interface Logged {
  id: string | null;
  revision: number;
  author: string;
  edit: Edit;
}

/** Steps that undo can reach; older ones stay in the log of the job. */
export const mostUndo = 200;

export const openSync = (stored: Stored): Sync => ({
  ...stored,
  base: stored.job,
  queue: [],
  aside: [],
  clashes: [],
  undo: [],
  redo: [],
  renamed: new Map(),
});

const isWalls = (changes: readonly Change[]) =>
  changes.some((c) => [c.before, c.after].some((r) => r?.type === 'wall' || r?.type === 'assembly'));

/** Puts what was asked on a state: rebased, with the rooms that follow. @throws EditError when it does not hold there. */
function put(job: Job, step: Omit<Pending, 'changes'>) {
  const { changes: asked, clashes, renamed } = rebase(job, step.asked);
  const plain = editOfChanges(step.label, asked);
  // undo takes back the rooms too: they are worked out anew only where part of it was held back
  const whole = step.kind === 'do' || (clashes.length > 0 && isWalls(asked)) ? withRooms(job, plain) : plain;
  return { next: applyEdit(job, whole).job, asked, changes: changesOf(job, whole), clashes, renamed };
}

const asClashes = (some: readonly Disagreement[], stepId: string, label: string, by: string): Clash[] =>
  some.map((c) => ({ ...c, id: `${stepId}.${c.recordId}.${c.field ?? ''}`, label, by }));

const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/**
 * Plays the queue on a base. A step that does not hold there any more is set aside with its reason; fields
 * that others changed too become clashes. A `do` that the base has already is dropped.
 * @param by who changed the base.
 */
function replay(sync: Sync, base: Job, queue: readonly Pending[], by: string): Sync {
  let job = base;
  const kept: Pending[] = [];
  const aside = [...sync.aside];
  const clashes = [...sync.clashes];
  const names = new Map<Id, Id>();
  for (const step of queue) {
    const asked = renameChanges(step.asked, names);
    try {
      const done = put(job, { ...step, asked });
      for (const [from, to] of done.renamed) names.set(from, to);
      if (step.kind === 'do') clashes.push(...asClashes(done.clashes, step.id, step.label, by));
      if (step.kind === 'do' && done.changes.length === 0) continue;
      job = done.next;
      kept.push({ ...step, asked: done.asked, changes: done.changes });
    } catch (error) {
      if (!(error instanceof EditError)) throw error;
      aside.push({ id: step.id, label: step.label, asked, reason: wordsOf(error) });
    }
  }
  const rename = (steps: OwnStep[]) =>
    steps.map((s) => {
      const now = kept.find((k) => k.id === s.id);
      return now ? { ...s, changes: now.changes } : s;
    });
  const gone = new Set(queue.map((s) => s.id).filter((id) => !kept.some((k) => k.id === id)));
  const there = (s: OwnStep) => !gone.has(s.id);
  return {
    ...sync,
    base,
    job,
    queue: kept,
    aside,
    clashes,
    undo: rename(sync.undo.filter(there)),
    redo: rename(sync.redo.filter(there)),
    renamed: names,
  };
}

/** A step of this window, shown at once. @throws EditError when it does not hold; then nothing changes. */
export function commit(sync: Sync, id: string, edit: Edit): Sync {
  const step = { id, kind: 'do' as const, of: null, label: edit.label, asked: changesOf(sync.job, edit) };
  const whole = withRooms(sync.job, edit);
  const next = applyEdit(sync.job, whole).job;
  const changes = changesOf(sync.job, whole);
  return {
    ...sync,
    job: next,
    queue: [...sync.queue, { ...step, changes }],
    undo: [...sync.undo, { id, label: edit.label, changes }].slice(-mostUndo),
    redo: [],
  };
}

/** What undo or redo came to: the next copy, and how many fields others had changed since and were left. */
export interface Stepped {
  sync: Sync;
  label: string;
  left: number;
}

/**
 * Takes back the newest own step, or does it again. Only fields that are still as the step left them change.
 * @param changes what the step did, where the copy does not hold it. @returns null when there is none.
 * @throws EditError when others have since built on it.
 */
export function stepBack(
  sync: Sync,
  kind: 'undo' | 'redo',
  id: string,
  changes: readonly Change[] | null = null,
): Stepped | null {
  const own = sync[kind].at(-1);
  const did = own?.changes ?? changes;
  if (!own || !did) return null;
  const step = { id, kind, of: own.id, label: own.label, asked: kind === 'undo' ? reversed(did) : [...did] };
  const done = put(sync.job, step);
  const held = { ...own, changes: [...did] };
  return {
    sync: {
      ...sync,
      job: done.next,
      queue: [...sync.queue, { ...step, asked: done.asked, changes: done.changes }],
      undo: kind === 'undo' ? sync.undo.slice(0, -1) : [...sync.undo, held],
      redo: kind === 'redo' ? sync.redo.slice(0, -1) : [...sync.redo, held],
    },
    label: own.label,
    left: done.clashes.length,
  };
}

/** The edit that a queued step is sent as. */
export const editOf = (step: Pending): Edit => editOfChanges(step.label, step.changes);

/**
 * The server has the first step of the queue.
 * @returns null when it was stored on top of steps that this copy does not have: they must be fetched first.
 */
export function confirmed(sync: Sync, id: string, at: { revision: number; savedAt: string }): Sync | null {
  const [step, ...rest] = sync.queue;
  if (step?.id !== id || at.revision !== sync.revision + 1) return null;
  // with nothing else waiting the job as shown is what the server has
  const base = rest.length === 0 ? sync.job : applyEdit(sync.base, editOf(step)).job;
  return { ...sync, base, queue: rest, revision: at.revision, savedAt: at.savedAt };
}

/**
 * Takes in what was stored since: steps of others, and own ones whose answers were lost.
 * @returns null when the edits do not follow on this copy: the whole job must be fetched.
 */
export function caughtUp(sync: Sync, edits: readonly Logged[], savedAt: string): Sync | null {
  let base = sync.base;
  let { revision } = sync;
  try {
    for (const entry of edits) {
      if (entry.revision !== revision + 1) return null;
      base = applyEdit(base, entry.edit).job;
      revision = entry.revision;
    }
  } catch (error) {
    if (error instanceof EditError) return null;
    throw error;
  }
  const stored = new Set(edits.map((e) => e.id));
  const waiting = sync.queue.filter((s) => !stored.has(s.id));
  const others = [
    ...new Set(edits.filter((e) => !sync.queue.some((s) => s.id === e.id)).map((e) => e.author)),
  ];
  return { ...replay(sync, base, waiting, others.join(', ')), revision, savedAt };
}

/** Takes in the whole job anew. @param known ids of queued steps that are stored in it. */
export const renewed = (sync: Sync, stored: Stored, known: ReadonlySet<string>): Sync => ({
  ...replay(
    sync,
    stored.job,
    sync.queue.filter((s) => !known.has(s.id)),
    '',
  ),
  incarnation: stored.incarnation,
  revision: stored.revision,
  savedAt: stored.savedAt,
});

/** The server can't store the first step: it is set aside, what hangs on it too, and the others go on. */
export function refused(sync: Sync, id: string, reason: string): Sync {
  const step = sync.queue.find((s) => s.id === id);
  if (!step) return sync;
  const without = {
    ...sync,
    aside: [...sync.aside, { id, label: step.label, asked: step.asked, reason }],
    undo: sync.undo.filter((s) => s.id !== id && s.id !== step.of),
    redo: sync.redo.filter((s) => s.id !== id),
  };
  return replay(
    without,
    sync.base,
    sync.queue.filter((s) => s.id !== id),
    '',
  );
}

/** Tries a set-aside step again, under a new id, on the job as it is now. @throws EditError when it still does not hold. */
export function retried(sync: Sync, asideId: string, id: string): Sync {
  const step = sync.aside.find((a) => a.id === asideId);
  if (!step) return sync;
  const { changes, clashes } = rebase(sync.job, step.asked);
  const without = {
    ...sync,
    aside: sync.aside.filter((a) => a.id !== asideId),
    clashes: [...sync.clashes, ...asClashes(clashes, id, step.label, '')],
  };
  return changes.length ? commit(without, id, editOfChanges(step.label, changes)) : without;
}

export const leftOut = (sync: Sync, asideId: string): Sync => ({
  ...sync,
  aside: sync.aside.filter((a) => a.id !== asideId),
});

/** A person chose. @param id of the step that writes one's own value. @throws EditError when that does not hold now. */
export function chosen(sync: Sync, clashId: string, whose: 'mine' | 'theirs', id: string): Sync {
  const clash = sync.clashes.find((c) => c.id === clashId);
  if (!clash) return sync;
  const without = { ...sync, clashes: sync.clashes.filter((c) => c.id !== clashId) };
  if (whose === 'theirs') return without;
  const edit = ownValue(sync.job, clash);
  return edit ? commit(without, id, edit) : without;
}

/** The edit that puts one's own value of a clash in place; null when the record of a field is gone. */
function ownValue(job: Job, { recordId, field, mine, label }: Clash): Edit | null {
  const now = job.byId.get(recordId);
  if (field === null)
    return mine === null
      ? { label, put: [], remove: withDependants(job, [recordId]) }
      : editOfChanges(label, [asWhole(mine, recordId, job)]);
  return now ? { label, put: [{ ...now, [field]: mine }], remove: [] } : null;
}
const asWhole = (mine: unknown, id: Id, job: Job): Change => ({
  id,
  before: job.byId.get(id) ?? null,
  after: recordSchema.parse(mine),
});

const notIn = <T extends { id: string }>(had: readonly T[], more: readonly T[]): T[] =>
  more.filter((m) => !had.some((h) => h.id === m.id));

/** Takes over what another window left unsent; what this one has already counts once. */
export const adopted = (sync: Sync, left: Outbox, known: ReadonlySet<string>): Sync => {
  const both: Sync = {
    ...sync,
    aside: [...sync.aside, ...notIn(sync.aside, left.aside)],
    clashes: [...sync.clashes, ...notIn(sync.clashes, left.clashes)],
  };
  const steps = notIn(sync.queue, left.queue).filter((s) => !known.has(s.id));
  const own = steps.filter((s) => s.kind === 'do').map(({ id, label, changes }) => ({ id, label, changes }));
  return replay({ ...both, undo: [...both.undo, ...own] }, sync.base, [...sync.queue, ...steps], '');
};
