/** A storey whose inside is guessed, and what takes its place once someone looks. */
import { areaOf } from '../geometry/polygon';
import { inRegion } from '../geometry/region';
import { applyEdit, type Edit } from '../job/edits';
import { get, type Job } from '../job/job';
import { withDependants } from '../job/references';
import type { AnyRecord, Id, Room, Wall } from '../job/records';
import { mergeEdits } from './mergeEdits';
import { fitRooms } from './rooms';
import { outerWalls, storeyWalls } from './storeyGraph';

/** Walls of a storey that part its rooms. */
export function innerWalls(job: Job, storeyId: Id): Wall[] {
  const outer = new Set(outerWalls(job, storeyId));
  return storeyWalls(job, storeyId).filter((w) => !outer.has(w));
}

/**
 * The edit that takes the guess off a storey: inner walls with their doors, the guessed sockets and their rooms go;
 * one room is left, which holds the spots. Windows, the front door, the line and what was added since stay.
 * @returns null where the storey is not guessed.
 */
export function withoutGuess(job: Job, storeyId: Id): Edit | null {
  const storey = get(job, 'storey', storeyId);
  if (!storey.guessed) return null;
  const label = `Clear the guess, ${storey.name.toLowerCase()}`;
  const walls = innerWalls(job, storeyId).map((w) => w.id);
  const sockets = job.services.filter((s) => s.storeyId === storeyId && s.guessed).map((s) => s.id);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const largest = rooms.reduce<Room | null>(
    (most, r) => (!most || areaOf(r.outline) > areaOf(most.outline) ? r : most),
    null,
  );
  if (!largest) return { label, put: [{ ...storey, guessed: false }], remove: [] };
  const other = new Set(rooms.filter((r) => r !== largest).map((r) => r.id));
  const left: AnyRecord[] = [
    { ...storey, guessed: false },
    { ...largest, name: storey.level === 0 ? 'Living space' : `Room, ${storey.name.toLowerCase()}` },
    ...job.spots.filter((s) => other.has(s.roomId)).map((s) => ({ ...s, roomId: largest.id })),
  ];
  const cleared = applyEdit(job, { label, put: left, remove: [] }).job;
  const remove = withDependants(cleared, [...walls, ...sockets, ...other]);
  const open = applyEdit(cleared, { label, put: [], remove }).job;
  const fitted = fitRooms(open, storeyId);
  const put = new Map(left.map((r) => [r.id, r]));
  for (const r of fitted.put) put.set(r.id, r);
  return { label, put: [...put.values()], remove: [...remove, ...fitted.remove] };
}

/**
 * An edit of a storey without its guess, as one step with taking the guess off. A new room without a need takes that of
 * the guessed room of its name, else of those whose spots lie in it. @param clear of `withoutGuess`.
 */
export function inPlaceOfGuess(job: Job, clear: Edit | null, edit: Edit): Edit {
  if (!clear) return edit;
  const put = edit.put.map((r) => {
    if (r.type !== 'room' || job.byId.has(r.id) || r.activityIds.length > 0) return r;
    const guessed = job.rooms.filter((g) => g.storeyId === r.storeyId);
    const named = guessed.filter((g) => g.name === r.name);
    const within = job.spots.filter((s) => s.storeyId === r.storeyId && inRegion(r, s.xM, s.yM));
    const from = named.length ? named : guessed.filter((g) => within.some((s) => s.roomId === g.id));
    return { ...r, activityIds: [...new Set(from.flatMap((g) => g.activityIds))].slice(0, 20) };
  });
  return { ...mergeEdits(job, clear, { ...edit, put }), label: edit.label };
}
