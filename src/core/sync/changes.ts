/** What an edit changes, record by record with both sides, so that it can be put on another state of the job. */
import type { Edit } from '../job/edits';
import type { Job } from '../job/job';
import type { AnyRecord, Id } from '../job/records';

/** One record before and after an edit; null = it was not there, or is not there any more. */
export interface Change {
  id: Id;
  before: AnyRecord | null;
  after: AnyRecord | null;
}

/** The changes of an edit on the job that it was made on; `put` wins where an id is removed and written. */
export function changesOf(job: Job, edit: Edit): Change[] {
  const after = new Map<Id, AnyRecord | null>();
  for (const id of edit.remove) after.set(id, null);
  for (const record of edit.put) after.set(record.id, record);
  return [...after].map(([id, next]) => ({ id, before: job.byId.get(id) ?? null, after: next }));
}

/** The changes of an edit that is in the log, from the edit and its inverse. */
export function changesOfLogged(edit: Edit, inverse: Edit): Change[] {
  const before = new Map(inverse.put.map((r) => [r.id, r]));
  const after = new Map<Id, AnyRecord | null>();
  for (const id of edit.remove) after.set(id, null);
  for (const record of edit.put) after.set(record.id, record);
  return [...after].map(([id, next]) => ({ id, before: before.get(id) ?? null, after: next }));
}

/** The edit that makes these changes; a record that is removed and made anew in between is neither. */
export const editOfChanges = (label: string, changes: readonly Change[]): Edit => ({
  label,
  put: changes.flatMap((c) => (c.after ? [c.after] : [])),
  remove: changes.flatMap((c) => (c.after || !c.before ? [] : [c.id])),
});

/** The changes that take these back. */
export const reversed = (changes: readonly Change[]): Change[] =>
  changes.map(({ id, before, after }) => ({ id, before: after, after: before })).reverse();

/** Are two values of a field the same? Both are plain data; the order of an object's keys does not count. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [left, right] = [Object.entries(a), new Map(Object.entries(b))];
  return (
    left.length === right.size && left.every(([key, value]) => right.has(key) && same(value, right.get(key)))
  );
}

const isReference = (key: string) => key === 'id' || key === 'ids' || /I(d|ds)$/.test(key);

/** The same data with ids renamed, in every field that holds ids. */
function renameIn<T>(value: T, names: ReadonlyMap<Id, Id>, key?: string): T;
function renameIn(value: unknown, names: ReadonlyMap<Id, Id>, key = ''): unknown {
  if (typeof value === 'string') return isReference(key) ? (names.get(value) ?? value) : value;
  if (Array.isArray(value)) return value.map((v) => renameIn<unknown>(v, names, key));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, renameIn<unknown>(v, names, k)]));
}

/** Changes with ids renamed: records made here whose ids others took meanwhile. */
export const renameChanges = (changes: readonly Change[], names: ReadonlyMap<Id, Id>): Change[] =>
  names.size === 0 ? [...changes] : renameIn([...changes], names);
