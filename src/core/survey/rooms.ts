/**
 * Rooms by themselves: the closed spaces between the walls of a storey are its rooms. A room keeps
 * its name and its need when walls move; its outline follows. Outdoor areas are drawn, not found.
 */
import { areaOf } from '../geometry/polygon';
import { inRegion, sameArea, shareIn } from '../geometry/region';
import type { Face } from '../geometry/wallGraph';
import { applyEdit, type Edit } from '../job/edits';
import { freshId } from '../job/fresh';
import { find, type Job } from '../job/job';
import type { AnyRecord, Building, Id, Room } from '../job/records';
import { isOutdoors, storeyGraph, storeyWalls } from './storeyGraph';

/** Spaces smaller than this are shafts and boxed-in pipes: no room is made of them, m². */
export const leastRoomM2 = 0.5;

/** A room and a space belong together when this much of one lies in the other. */
const leastShare = 0.5;

/** Was the room made by itself and never touched? Then it may go as it came. */
const isBlank = (job: Job, room: Room) =>
  !room.named && room.activityIds.length === 0 && !job.spots.some((s) => s.roomId === room.id);

/**
 * How well a space fits a room, 0 … 1: by the ground they share, or by the walls that the room had before.
 * @param had the space that the room was before.
 */
function fit(room: Room, face: Face, had: Face | undefined): number {
  const [there, back] = [shareIn(room, face), shareIn(face, room)];
  const shared = there >= leastShare || back >= leastShare ? (there + back) / 2 : 0;
  if (!had || had.wallIds.size < 3) return shared;
  let same = 0;
  for (const id of had.wallIds) if (face.wallIds.has(id)) same++;
  const alike = same / (had.wallIds.size + face.wallIds.size - same);
  return Math.max(shared, alike >= 0.7 ? alike : 0);
}

const sameOutline = (room: Room, face: Face) =>
  JSON.stringify([room.outline, room.holes]) === JSON.stringify([face.outline, face.holes]);

/** «Room 3», the first number that is free. */
function roomName(taken: ReadonlySet<string>): string {
  let n = 1;
  while (taken.has(`Room ${n}`)) n++;
  return `Room ${n}`;
}

/**
 * Fits the rooms of a storey to the spaces between its walls.
 * @param before the spaces as they were, so that a room is known again by its walls; may be empty.
 * @returns records to write and ids to remove. A space that two rooms with a story claim changes neither:
 *   there is a wall missing between them.
 */
export function fitRooms(
  job: Job,
  storeyId: Id,
  before: readonly Face[] = [],
): { put: AnyRecord[]; remove: Id[] } {
  const faces = storeyGraph(job, storeyId).faces.filter((f) => f.areaM2 >= leastRoomM2);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  const pairs = rooms
    .flatMap((room) => {
      const had = before.find((f) => sameArea(room, f));
      return faces.map((face) => ({ room, face, score: fit(room, face, had) }));
    })
    .filter((p) => p.score > 0)
    .sort((a, b) => b.score - a.score);
  const remove: Id[] = [];
  const put: AnyRecord[] = [];
  const names = new Set(rooms.map((r) => r.name));
  const faceOf = new Map<Id, Face>();
  const taken = new Map<Face, Room>();
  for (const { room, face } of pairs)
    if (!faceOf.has(room.id) && !taken.has(face)) {
      faceOf.set(room.id, face);
      taken.set(face, room);
    }
  // a room that lost its space to a neighbour: either it was a blank, or a wall is missing between the two
  const contested = new Set<Face>();
  for (const room of rooms) {
    if (faceOf.has(room.id)) continue;
    const lost = faces.find((f) => shareIn(room, f) > leastShare);
    const keeper = lost && taken.get(lost);
    if (!lost || !keeper) continue;
    if (isBlank(job, room)) remove.push(room.id);
    else if (isBlank(job, keeper)) {
      remove.push(keeper.id);
      taken.set(lost, room);
      faceOf.set(room.id, lost);
      faceOf.delete(keeper.id);
    } else if (shareIn(room, keeper) < 0.5 && shareIn(keeper, lost) > 0.5) contested.add(lost);
  }
  const fitted: Room[] = [];
  for (const room of rooms) {
    if (remove.includes(room.id)) continue;
    const face = faceOf.get(room.id);
    if (!face || contested.has(face) || sameOutline(room, face)) fitted.push(room);
    else {
      const next = { ...room, outline: face.outline, holes: face.holes };
      fitted.push(next);
      put.push(next);
    }
  }
  for (const face of faces) {
    if (taken.has(face)) continue;
    const name = roomName(names);
    names.add(name);
    const room: Room = {
      type: 'room',
      id: freshId(job, 'room', new Set(fitted.map((r) => r.id))),
      storeyId,
      name,
      named: false,
      outline: face.outline,
      holes: face.holes,
      activityIds: [],
    };
    fitted.push(room);
    put.push(room);
  }
  // spots stay where they are: a new wall may put them into another room
  for (const spot of job.spots) {
    if (spot.storeyId !== storeyId) continue;
    const own = fitted.find((r) => r.id === spot.roomId);
    if (own && inRegion(own, spot.xM, spot.yM)) continue;
    const now = fitted.find((r) => inRegion(r, spot.xM, spot.yM));
    if (now && now.id !== spot.roomId) put.push({ ...spot, roomId: now.id });
  }
  return { put, remove };
}

/** A building's outline is the outer face of its walls, on the storey where they enclose most. */
function fitOutline(job: Job, building: Building): Building | null {
  const outlines = job.storeys
    .filter((s) => s.buildingId === building.id)
    .flatMap((s) => storeyGraph(job, s.id).boundaries);
  const largest = outlines.reduce<[number, number][] | null>(
    (most, o) => (!most || areaOf(o) > areaOf(most) + 0.01 ? o : most),
    null,
  );
  if (!largest || JSON.stringify(largest) === JSON.stringify(building.outline)) return null;
  return { ...building, outline: largest };
}

/** Storeys whose walls an edit changes, by themselves or through what they are made of. */
function touchedStoreys(before: Job, after: Job, edit: Edit): Set<Id> {
  const storeys = new Set<Id>();
  const look = (job: Job, id: Id) => {
    const record = job.byId.get(id);
    if (record?.type === 'wall') storeys.add(record.storeyId);
  };
  for (const id of edit.remove) look(before, id);
  for (const record of edit.put) {
    if (record.type === 'wall') {
      look(before, record.id);
      look(after, record.id);
    }
    const old = record.type === 'assembly' ? find(before, 'assembly', record.id) : undefined;
    if (record.type === 'assembly' && old && old.thicknessM !== record.thicknessM)
      for (const w of after.walls) if (w.assemblyId === record.id) storeys.add(w.storeyId);
  }
  for (const id of storeys) if (!find(after, 'storey', id) || isOutdoors(after, id)) storeys.delete(id);
  return storeys;
}

/**
 * An edit of walls with all that follows from it: outlines of rooms, new rooms, spots that are in
 * another room now, the building's outline. One undo takes all of it back. Other edits are returned as they are.
 * @throws EditError as `applyEdit` does.
 */
export function withRooms(job: Job, edit: Edit): Edit {
  const changesWalls =
    edit.remove.some((id) => job.byId.get(id)?.type === 'wall') ||
    edit.put.some((r) => r.type === 'wall' || r.type === 'assembly');
  if (!changesWalls) return edit;
  let after = applyEdit(job, edit).job;
  const storeys = touchedStoreys(job, after, edit);
  if (storeys.size === 0) return edit;
  const put = new Map<Id, AnyRecord>(edit.put.map((r) => [r.id, r]));
  const remove = new Set(edit.remove);
  for (const storeyId of storeys) {
    if (storeyWalls(after, storeyId).length === 0) continue;
    const fitted = fitRooms(after, storeyId, storeyGraph(job, storeyId).faces);
    for (const r of fitted.put) put.set(r.id, r);
    for (const id of fitted.remove) {
      put.delete(id);
      if (job.byId.has(id)) remove.add(id);
    }
    const building = find(after, 'building', find(after, 'storey', storeyId)?.buildingId);
    const outlined = building && fitOutline(after, building);
    if (outlined) put.set(outlined.id, outlined);
    after = applyEdit(job, { label: edit.label, put: [...put.values()], remove: [...remove] }).job;
  }
  return { label: edit.label, put: [...put.values()], remove: [...remove] };
}

const closedByStorey = new WeakMap<Job, Map<Id, ReadonlySet<Id>>>();

/** Rooms of a storey behind which a closed space between walls stands; worked out once for each state of a job. */
function closedRooms(job: Job, storeyId: Id): ReadonlySet<Id> {
  let storeys = closedByStorey.get(job);
  if (!storeys) closedByStorey.set(job, (storeys = new Map<Id, ReadonlySet<Id>>()));
  let closed = storeys.get(storeyId);
  if (!closed) {
    const { faces } = storeyGraph(job, storeyId);
    const rooms = job.rooms.filter((r) => r.storeyId === storeyId && faces.some((f) => sameArea(r, f)));
    storeys.set(storeyId, (closed = new Set(rooms.map((r) => r.id))));
  }
  return closed;
}

/** Does a closed space between walls stand behind this room? */
export const isClosed = (job: Job, room: Room): boolean => closedRooms(job, room.storeyId).has(room.id);
