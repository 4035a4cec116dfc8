/** Builds a room of a given clear size against what is there, sharing walls where sides fall together. */
import type { Result } from '../job/result';
import { boundsOf } from '../geometry/place';
import { inRegion, regionArea, shareIn } from '../geometry/region';
import { applyEdit, type Edit } from '../job/edits';
import { freshId } from '../job/fresh';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Id, Room } from '../job/records';
import { adjustStorey, adjusted, tapeSpreadM, type TapeResult } from './adjust';
import { corners, type RoomLine, type Side, sides } from './roomLine';
import { halfOf, storeyWalls } from './storeyGraph';
import {
  allSides,
  alongSide,
  type Bounds,
  isAcross,
  type Lying,
  opposite,
  outlineOf,
  outward,
  overlap,
  regionOf,
  sameWallM,
  spanOf,
  standing,
  wallAt,
} from './squareRoom';
import { leastWallM } from './wallEdits';

export interface BuiltRoom {
  edit: Edit;
  roomId: Id;
  /** Where the room comes to lie once all lengths agree. */
  outline: readonly (readonly [number, number])[];
  /** Typed less what the walls that were there leave, m, for each way that closes on walls; the worst first. */
  misclosures: { what: 'width' | 'depth'; metres: number }[];
  /** Over how many taped lengths it was spread. */
  spreadOver: number;
  suspects: TapeResult[];
  /** At how many places it could be, and at which of them it is, from 0. */
  places: number;
  place: number;
}
export type BuildResult = Result<BuiltRoom>;

/** Possible places for a line's room, the likeliest first; none where the room that it names is not there. */
function placesOf(job: Job, storeyId: Id, line: RoomLine, innerHalf: number): Bounds[] {
  const { widthM, depthM, where } = line;
  const walls = storeyWalls(job, storeyId);
  const at = (west: number, north: number): Bounds => ({
    west,
    north,
    east: west + widthM,
    south: north + depthM,
  });
  if (!where) {
    const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
    return rooms.length ? anyPlaces(job, storeyId, line, innerHalf, rooms) : [at(0, 0)];
  }
  const room = job.rooms.find((r) => r.storeyId === storeyId && r.name === where.room);
  if (!room) return [];
  const [west, north, east, south] = boundsOf(room.outline);
  if (where.kind === 'in')
    return [
      at(
        where.corner.endsWith('west') ? west : east - widthM,
        where.corner.startsWith('north') ? north : south - depthM,
      ),
    ];
  // the neighbour's side, its wall, and the new room's face beyond it
  const { side } = where;
  const edge = { west, north, east, south };
  const own = wallAt(job, walls, edge, side, 0.02);
  const face = edge[side] + outward[side] * 2 * (own?.lying.half ?? innerHalf);
  const size = isAcross(side) ? depthM : widthM;
  const [low, high] = spanOf(edge, side);
  // from one end of the side, from the other, or from any wall that meets it
  const starts = new Set([low, high - size]);
  if (where.byM !== null) return placed(low + where.byM);
  const meeting = isAcross(side) ? ('north' as const) : ('west' as const);
  for (const l of alongSide(job, walls, meeting)) {
    if (l.at + l.half > low - 0.05 && l.at + l.half < high + 0.05) starts.add(l.at + l.half);
    if (l.at - l.half > low - 0.05 && l.at - l.half < high + 0.05) starts.add(l.at - l.half - size);
  }
  return [...starts].flatMap((s) => placed(s));

  function placed(start: number): Bounds[] {
    if (isAcross(side)) return [at(side === 'east' ? face : face - widthM, start)];
    return [at(start, side === 'south' ? face : face - depthM)];
  }
}

/** The room that others are cut from: the largest of a storey, which is its shell or what is left of it. */
export const hostOf = (rooms: readonly Room[]): Room | undefined =>
  [...rooms].sort((a, b) => regionArea(b) - regionArea(a))[0];

/** Where a room may be when nothing is said: in a corner of what is not divided yet, or beside any room in it; else beside one, outside. */
function anyPlaces(
  job: Job,
  storeyId: Id,
  line: RoomLine,
  innerHalf: number,
  rooms: readonly Room[],
): Bounds[] {
  const host = hostOf(rooms);
  const at = (where: RoomLine['where']) => placesOf(job, storeyId, { ...line, where }, innerHalf);
  const hosts = rooms.filter((r) => r === host || !r.named);
  const inCorners = hosts.flatMap((r) =>
    corners.flatMap((corner) => at({ kind: 'in', corner, room: r.name })),
  );
  const beside = rooms.flatMap((r) =>
    sides.flatMap((side) => at({ kind: 'beside', side, room: r.name, byM: null })),
  );
  const within = (b: Bounds) => hosts.some((r) => r === standing(job, storeyId, b).inside);
  const apart = new Map<string, Bounds>();
  for (const b of [...inCorners, ...beside.filter(within), ...beside.filter((b) => !within(b))]) {
    const { inside } = standing(job, storeyId, b);
    // not inside a room that was typed or drawn before
    if (inside && !hosts.includes(inside)) continue;
    const key = [b.west, b.north].map((v) => v.toFixed(1)).join();
    if (!apart.has(key)) apart.set(key, b);
  }
  return [...apart.values()];
}

/** Inside what is not divided yet is likelier than outside by so much. */
const insideWorth = 10;

/** To tenths of a millimetre. */
const tenth = (v: number) => Math.round(v * 1e4) / 1e4;

/** New walls for a side: what the walls that are there leave uncovered. */
function pieces(lyings: readonly Lying[], at: number, from: number, to: number): [number, number][] {
  const covered = lyings.filter((l) => Math.abs(l.at - at) < 0.02).sort((p, q) => p.from - q.from);
  const left: [number, number][] = [];
  let start = from;
  for (const l of covered) {
    if (l.from > start) left.push([start, Math.min(l.from, to)]);
    start = Math.max(start, l.to);
  }
  if (start < to) left.push([start, to]);
  return left.filter(([p, q]) => q - p >= leastWallM);
}

/** The room of which a place is the whole, if there is one. */
const wholeOf = (job: Job, storeyId: Id, b: Bounds): Room | undefined =>
  job.rooms.find(
    (r) => r.storeyId === storeyId && shareIn(r, regionOf(b)) > 0.97 && shareIn(regionOf(b), r) > 0.97,
  );

/** How good a place is: sides that fall on walls, then how near to the first end of the neighbour's side. */
function scoreOf(job: Job, storeyId: Id, b: Bounds, first: Bounds, line: RoomLine): number {
  const { clash } = standing(job, storeyId, b);
  if (clash) return -Infinity;
  // two rooms of one size: the second does not take the place of the first
  const whole = wholeOf(job, storeyId, b);
  const host = line.where ? null : hostOf(job.rooms.filter((r) => r.storeyId === storeyId));
  if (whole?.named && whole.name !== line.where?.room && whole !== host) return -Infinity;
  const walls = storeyWalls(job, storeyId);
  const met = allSides.filter((side) => wallAt(job, walls, b, side, 0.12)).length;
  const nearly = allSides.filter((side) => wallAt(job, walls, b, side, sameWallM)).length;
  // nothing was said of where: not where it would have to give way to a wall near by
  if (!line.where && nearly > met) return -Infinity;
  const isInside = !line.where && standing(job, storeyId, b).inside !== null;
  return (
    met +
    nearly / 2 +
    (isInside ? insideWorth : 0) -
    0.01 * (Math.abs(b.west - first.west) + Math.abs(b.north - first.north))
  );
}

/**
 * Builds the room of a typed line on a storey: shared walls where its sides fall on walls that
 * are there, new ones elsewhere (inner make inside the building, outer make outside), its typed
 * lengths kept as taped lengths, and any misclosure spread over all taped lengths.
 * @param pick which of the places where it could be, the best first; counted round.
 */
export function buildRoom(
  job: Job,
  storeyId: Id,
  line: RoomLine,
  assemblies: { innerId: Id; outerId: Id },
  pick = 0,
): BuildResult {
  if (job.rooms.some((r) => r.storeyId === storeyId && r.name === line.name && line.where?.room !== r.name))
    return { ok: false, why: `There is a room «${line.name}» on this storey already.` };
  const innerHalf = halfOf(job, { assemblyId: assemblies.innerId });
  const places = placesOf(job, storeyId, line, innerHalf);
  const [first] = places;
  if (!first) return { ok: false, why: `There is no room «${line.where?.room ?? ''}» on this storey.` };
  const possible = places
    .map((b) => ({ b, score: scoreOf(job, storeyId, b, first, line) }))
    .filter(({ score }) => score > -Infinity)
    .sort((p, q) => q.score - p.score);
  const place = possible.length ? pick % possible.length : 0;
  const chosen = possible[place];
  if (!chosen) {
    const clash = standing(job, storeyId, first).clash ?? wholeOf(job, storeyId, first);
    return {
      ok: false,
      why: `It would overlap «${clash?.name ?? 'another room'}». Check the lengths, or say where with «by».`,
    };
  }
  const built = roomAt(job, storeyId, line.name, chosen.b, assemblies, line);
  return built.ok ? { ...built, places: possible.length, place } : built;
}

/** Builds a room at given bounds; `taped` says which clear lengths were measured, if any. */
export function roomAt(
  job: Job,
  storeyId: Id,
  name: string,
  wanted: Bounds,
  assemblies: { innerId: Id; outerId: Id },
  taped: { widthM: number; depthM: number } | null,
): BuildResult {
  const { inside, clash } = standing(job, storeyId, wanted);
  if (clash) return { ok: false, why: `It would overlap «${clash.name}».` };
  const walls = storeyWalls(job, storeyId);
  const assemblyId = inside ? assemblies.innerId : assemblies.outerId;
  const newHalf = halfOf(job, { assemblyId });
  const met = new Map(allSides.map((side) => [side, wallAt(job, walls, wanted, side, sameWallM)]));
  const b = { ...wanted };
  for (const side of allSides) {
    const wall = met.get(side);
    if (wall) b[side] = wall.face;
  }
  // a side whose opposite falls on a wall, and itself does not, keeps the typed length; a drawn one its place
  for (const side of allSides) {
    const length = isAcross(side) ? wanted.east - wanted.west : wanted.south - wanted.north;
    if (taped && !met.get(side) && met.get(opposite[side]))
      b[side] = b[opposite[side]] + outward[side] * length;
  }
  const middle = (side: Side) => b[side] + outward[side] * (met.get(side)?.lying.half ?? newHalf);
  const put: AnyRecord[] = [];
  const ids = new Set<Id>();
  const wallOf = new Map<Side, Id>();
  for (const side of allSides) {
    const from = isAcross(side) ? middle('north') : middle('west');
    const to = isAcross(side) ? middle('south') : middle('east');
    const at = middle(side);
    const lyings = alongSide(job, walls, side);
    for (const [p, q] of pieces(lyings, at, from, to)) {
      const id = freshId(job, 'wall', ids);
      ids.add(id);
      const [a, z, line] = [tenth(p), tenth(q), tenth(at)];
      const [ax, ay, bx, by] = isAcross(side) ? [line, a, line, z] : [a, line, z, line];
      put.push(
        makeRecord({
          type: 'wall',
          id,
          storeyId,
          ax,
          ay,
          bx,
          by,
          assemblyId: met.get(side)?.lying.wall.assemblyId ?? assemblyId,
        }),
      );
      if (!wallOf.has(side)) wallOf.set(side, id);
    }
    // taped to the wall that stands along the side, not to one that only lies in line with it
    const shared = met.get(side);
    if (shared && (overlap(shared.lying, spanOf(b, side)) > 0.05 || !wallOf.has(side)))
      wallOf.set(side, shared.lying.wall.id);
  }
  for (const [p, q, lengthM] of [
    ['west', 'east', taped?.widthM],
    ['north', 'south', taped?.depthM],
  ] as const) {
    const [wallAId, wallBId] = [wallOf.get(p), wallOf.get(q)];
    if (lengthM === undefined || !wallAId || !wallBId) continue;
    const id = freshId(job, 'tape', ids);
    ids.add(id);
    put.push(makeRecord({ type: 'tape', id, storeyId, wallAId, wallBId, lengthM }));
  }
  // the whole of a room that is there: it only gets its name
  const same = wholeOf(job, storeyId, b);
  const room = same
    ? { ...same, name, named: true }
    : makeRecord({
        type: 'room',
        id: freshId(job, 'room', ids),
        storeyId,
        name,
        outline: outlineOf(b),
        activityIds: [],
      });
  put.push(room);
  const label = `Add ${name}`;
  const whole = adjusted(job, { label, put, remove: [] });
  const after = applyEdit(job, whole).job;
  const closes = (['width', 'depth'] as const).flatMap((what) => {
    const [p, q] = what === 'width' ? (['west', 'east'] as const) : (['north', 'south'] as const);
    if (!taped || !met.get(p) || !met.get(q)) return [];
    return [{ what, metres: (what === 'width' ? taped.widthM : taped.depthM) - (b[q] - b[p]) }];
  });
  const adjustment = adjustStorey(after, storeyId);
  const built = after.rooms.find(
    (r) => r.storeyId === storeyId && inRegion(r, (b.west + b.east) / 2, (b.north + b.south) / 2),
  );
  return {
    ok: true,
    edit: whole,
    roomId: room.id,
    outline: built?.outline ?? outlineOf(b),
    misclosures: closes.sort((p, q) => Math.abs(q.metres) - Math.abs(p.metres)),
    spreadOver: adjustment.tapes.filter((t) => Math.abs(t.residualM) > 5e-4).length,
    suspects: adjustment.suspects,
    places: 1,
    place: 0,
  };
}

/**
 * What a suspect length may have been: two digits swapped, or a round metre, half metre or ten
 * centimetres lost or gained, if that closes the rest; in m. Example: 4.02 for 4.20.
 */
export function likelySlip(result: TapeResult): number | null {
  const { tape, residualM, redundancy } = result;
  const fits = tape.lengthM + residualM / Math.max(redundancy, 0.01);
  const digits = tape.lengthM.toFixed(2);
  const swaps = [...digits].flatMap((_, i) => {
    const next = [...digits];
    [next[i], next[i + 1]] = [next[i + 1] ?? '', next[i] ?? ''];
    return [Number(next.join(''))];
  });
  const jumps = [1, 0.5, 0.1].flatMap((d) => [tape.lengthM + d, tape.lengthM - d]);
  const limit = 3 * tapeSpreadM(tape.lengthM);
  const good = [...swaps, ...jumps].filter(
    (v) => Number.isFinite(v) && v > 0.3 && Math.abs(v - fits) < limit,
  );
  return good.sort((p, q) => Math.abs(p - fits) - Math.abs(q - fits))[0] ?? null;
}
