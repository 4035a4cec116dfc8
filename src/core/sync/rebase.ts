/**
 * Puts changes that were made on one state of a job on another state, field by field. What others changed
 * since stays; where both changed the same field, theirs stays for now and the clash is told with both values.
 */
import { freshId, freshLetter } from '../job/fresh';
import { mergeRun } from '../install/mergeRun';
import type { Job } from '../job/job';
import { nextRun } from '../proof/noteRun';
import { isOfRound } from '../proof/rounds';
import type { AnyRecord, Id, StepRun } from '../job/records';
import { type Change, renameChanges, same } from './changes';

/** Both changed the same field, or one removed what the other changed (`field` null: the whole record). */
export interface Disagreement {
  recordId: Id;
  field: string | null;
  /** null for a whole record: removed. */
  mine: unknown;
  theirs: unknown;
}

export interface Rebased {
  changes: Change[];
  clashes: Disagreement[];
  /** Records made here under an id that others took meanwhile: old id, new id. */
  renamed: Map<Id, Id>;
}

/** What makes a record the same thing as another of its type, whatever their ids; null = nothing but the id. */
function identityOf(r: AnyRecord): string | null {
  switch (r.type) {
    case 'stepRun':
    case 'stepEdit':
      return r.stepKey;
    case 'deviceCable':
      return r.deviceId;
    case 'placeRule':
      return r.placeId;
    case 'job':
    case 'netSettings':
      return '';
    default:
      return null;
  }
}

/** The record of the job that a new one meets: of the same identity, else of the same id. */
function met(job: Job, record: AnyRecord): AnyRecord | null {
  const identity = identityOf(record);
  if (identity !== null)
    for (const other of job.byId.values())
      if (other.type === record.type && identityOf(other) === identity) return other;
  return job.byId.get(record.id) ?? null;
}

/** A new spot, unit or run whose number or letter others took meanwhile gets the next free one. */
function renumbered(job: Job, record: AnyRecord): AnyRecord {
  if (record.type === 'spot' && job.spots.some((s) => s.number === record.number)) {
    const taken = new Set(job.spots.map((s) => s.number));
    for (let number = 1; number <= 999; number++) if (!taken.has(number)) return { ...record, number };
  }
  if (
    record.type === 'reading' &&
    job.readings.some((r) => r.spotId === record.spotId && isOfRound(r, record) && r.run === record.run)
  )
    return {
      ...record,
      run: Math.min(999, nextRun(job.readings, record.spotId, record.phase, record.roundId)),
    };
  if (record.type === 'unit' && job.units.some((u) => u.letter === record.letter))
    return { ...record, letter: freshLetter(job) ?? record.letter };
  return record;
}

/** Fields of `after` that differ from `before`, put on `now` where `now` is still as `before` was. */
function mergeFields(
  before: AnyRecord,
  after: AnyRecord,
  now: AnyRecord,
): { merged: AnyRecord; clashes: Disagreement[] } {
  const [was, is] = [
    new Map<string, unknown>(Object.entries(before)),
    new Map<string, unknown>(Object.entries(now)),
  ];
  const merged = new Map(is);
  const clashes: Disagreement[] = [];
  for (const [field, mine] of Object.entries(after)) {
    if (same(mine, was.get(field)) || field === 'id') continue;
    const theirs = is.get(field);
    if (same(theirs, was.get(field))) merged.set(field, mine);
    else if (!same(theirs, mine)) clashes.push({ recordId: now.id, field, mine, theirs });
  }
  // every value comes from a record of this type; fields that hang together are checked when the edit is applied
  return { merged: { ...now, ...Object.fromEntries(merged) }, clashes };
}

const isRun = (r: AnyRecord | null): r is StepRun => r?.type === 'stepRun';

/** New ids for records made here under an id that others took meanwhile for something else. */
function newNames(job: Job, changes: readonly Change[]): Map<Id, Id> {
  const names = new Map<Id, Id>();
  const used = new Set<Id>(changes.map((c) => c.id));
  for (const { id, before, after } of changes) {
    if (before || !after) continue;
    const other = met(job, after);
    if (!other || same(other, after) || (other.type === after.type && identityOf(after) !== null)) continue;
    const next = freshId(job, prefixOf(id), used);
    used.add(next);
    names.set(id, next);
  }
  return names;
}

/** Rebases changes. Pure; does not check references: applying the edit does. */
export function rebase(job: Job, made: readonly Change[]): Rebased {
  const renamed = newNames(job, made);
  const changes: Change[] = [];
  const clashes: Disagreement[] = [];
  for (const { id, before, after } of renameChanges(made, renamed)) {
    const now = job.byId.get(id) ?? null;
    if (!after) {
      if (!now) continue;
      if (before && same(now, before)) changes.push({ id, before: now, after: null });
      else if (!before || before.type === now.type)
        clashes.push({ recordId: id, field: null, mine: null, theirs: now });
    } else if (!before) {
      const other = met(job, after);
      if (!other) changes.push({ id, before: null, after: renumbered(job, after) });
      else if (isRun(other) && isRun(after)) {
        const { merged } = mergeRun(other, after);
        if (merged !== other)
          changes.push({ id: other.id, before: other, after: { ...merged, id: other.id } });
      } else if (!same(other, after))
        clashes.push(...mergeFields({ ...other, ...blank(after) }, after, other).clashes);
    } else if (!now) clashes.push({ recordId: id, field: null, mine: after, theirs: null });
    else if (now.type !== after.type) clashes.push({ recordId: id, field: null, mine: after, theirs: now });
    else if (same(now, before)) changes.push({ id, before: now, after });
    else if (isRun(now) && isRun(after)) {
      const { merged } = mergeRun(now, after, isRun(before) ? before : null);
      if (merged !== now) changes.push({ id, before: now, after: { ...merged, id } });
    } else {
      const { merged, clashes: some } = mergeFields(before, after, now);
      clashes.push(...some);
      if (!same(merged, now)) changes.push({ id, before: now, after: merged });
    }
  }
  return { changes, clashes, renamed };
}

/** No value of any field: so that every field that differs counts as changed on both sides. */
const blank = (record: AnyRecord): object =>
  Object.fromEntries(
    Object.keys(record)
      .filter((k) => k !== 'type' && k !== 'id')
      .map((k) => [k, undefined]),
  );

/** «spot-15» → «spot». */
const prefixOf = (id: Id): string => id.replace(/-\d+$/, '').slice(0, 50) || 'record';
