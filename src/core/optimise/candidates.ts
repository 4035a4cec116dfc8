/** Places where a unit can really be, from the survey. */
import { awayFrom } from '../checks/near';
import { boundsOf, fromSite, toSite } from '../geometry/place';
import { distanceToEdge } from '../geometry/polygon';
import { inRegion } from '../geometry/region';
import { get, type Job } from '../job/job';
import type { Id, Obstacle, Product, Room, Storey, Unit } from '../job/records';
import { toCentimetre } from '../geometry/round';
import type { Candidate } from './candidate';
import { isBeforeWindow } from './windows';
import { underCeilingM, wallM, wallsOnTheWay } from './wallPlaces';

/** Clear of the wall, m; two candidates of one room nearer than this are one. */
const clearM = 0.35;
const minSpacingM = 1.2;
const shelfM = 1.2;
/** A place aside of a socket stands so far from it, m: the lead of a product has to reach. */
const asideM = 1.2;
/** Nothing that is plugged in stands so near to water or heat, m (standard for the bath: IEC 60364-7-701, zone 2; planning for the others). */
const wetM: Partial<Record<Obstacle['symbol'], number>> = { bath: 0.6, sink: 0.3, cooker: 0.4 };
/** A unit beside one that is kept stands so far from it, m. */
const besideM = 0.5;
/** Places aside are no nearer to one another, or to a place by a socket, m. */
const asideSpacingM = 0.7;
/** Most places aside that are looked at (custom): more take minutes. */
const mostAside = 160;
/** Rooms smaller than this have no place on the ceiling, m². */
const leastCeilingM2 = 6;
/** Under the eaves, m above the ground at most. */
const eavesM = 2.8;

/**
 * All candidates: a shelf and the socket itself by every socket, a shelf by every coax and data outlet, a data outlet itself and the wall above it
 * and where a cable comes into a room, the middle of the ceiling of each room with an upper storey or roof space to run a cable in, and the
 * middle of each outer side of a building under the eaves and each post of the survey where something outdoors has a need.
 */
export function candidatesOf(job: Job): Candidate[] {
  const list: Candidate[] = [];
  const add = (c: Candidate) => {
    if (mayStand(job, c) && !list.some((o) => isNear(o, c, minSpacingM))) list.push(c);
  };
  for (const s of job.services) {
    if (s.kind !== 'socket' && s.kind !== 'coax' && s.kind !== 'data') continue;
    const storey = get(job, 'storey', s.storeyId);
    if (get(job, 'building', storey.buildingId).kind === 'outdoors') continue;
    const room = nearestRoom(job, s.storeyId, s.xM, s.yM);
    if (!room) continue;
    const [xM, yM] = inset(room, s.xM, s.yM);
    // many are named after their room already
    const where = s.name.includes(room.name) ? s.name : `${s.name}, ${room.name}`;
    const words = `by ${where}`;
    const rest = { storeyId: s.storeyId, tiltDeg: 0, serviceId: s.id };
    add({ id: `shelf-${s.id}`, kind: 'shelf', words, xM, yM, heightM: shelfM, mount: 'shelf', ...rest });
    if (s.kind === 'data' && s.joined !== 'not-joined')
      add({
        ...{ id: `wall-${s.id}`, kind: 'wall', words: `on the wall above ${where}`, xM, yM },
        ...{ heightM: Math.min(wallM, storey.heightM - underCeilingM), mount: 'wall', ...rest },
      });
    if (s.kind === 'data' && s.joined !== 'not-joined')
      add({
        ...{
          id: `plate-${s.id}`,
          kind: 'plate',
          words: `in ${where}`,
          xM,
          yM,
          heightM: s.heightM,
          mount: 'wall',
        },
        ...rest,
      });
    if (s.kind === 'socket' && !s.onStrip)
      add({
        id: `socket-${s.id}`,
        kind: 'socket',
        words: `on ${where}`,
        xM,
        yM,
        heightM: Math.max(0.2, s.heightM),
        mount: 'socket',
        ...rest,
      });
  }
  for (const c of wallsOnTheWay(job)) add(c);
  for (const room of job.rooms) {
    const storey = get(job, 'storey', room.storeyId);
    const [x0, y0, x1, y1] = boundsOf(room.outline);
    if (get(job, 'building', storey.buildingId).kind === 'outdoors' || (x1 - x0) * (y1 - y0) < leastCeilingM2)
      continue;
    const [xM, yM] = [(x0 + x1) / 2, (y0 + y1) / 2];
    if (!inRegion(room, xM, yM)) continue;
    add({
      id: `ceiling-${room.id}`,
      kind: 'ceiling',
      words: `ceiling of the ${room.name}`,
      storeyId: room.storeyId,
      xM,
      yM,
      heightM: Math.max(1.8, storey.heightM - 0.1),
      mount: 'ceiling',
      tiltDeg: 0,
      serviceId: null,
    });
  }
  return disambiguated([...list, ...eaves(job), ...posts(job)]);
}

/** So high above the floor the zones of a bath end, m (standard: IEC 60364-7-701). */
const zoneM = 2.25;

/** Is a place in the zone of a bath, or right by a sink or a cooker? */
const isByWater = (job: Job, c: Candidate): boolean =>
  c.heightM < zoneM &&
  job.obstacles.some((o) => {
    const m = wetM[o.symbol];
    return m !== undefined && o.storeyId === c.storeyId && awayFrom(o, c) < m;
  });

/** Not by water; nor in front of a window where the household asks for that. */
const mayStand = (job: Job, c: Candidate): boolean =>
  !isByWater(job, c) && !(job.info.clearWindows && isBeforeWindow(job, c));

const isNear = (a: Candidate, b: Candidate, apartM: number): boolean =>
  a.kind === b.kind && a.storeyId === b.storeyId && Math.hypot(a.xM - b.xM, a.yM - b.yM) < apartM;

/** All places that have a name of their own, to be left out or made a must: those of the survey, and beside kept units. */
export const namedPlaces = (job: Job): Candidate[] => [
  ...candidatesOf(job),
  ...placesBeside(job).filter((c) => mayStand(job, c)),
];

/** Places aside of sockets, as far as a lead reaches, where none of the others is near. */
export function placesAside(job: Job, others: readonly Candidate[]): Candidate[] {
  const all: Candidate[] = [];
  for (const c of withinReach(job))
    if (mayStand(job, c) && ![...others, ...all].some((o) => isNear(o, c, asideSpacingM))) all.push(c);
  // in a house with many sockets one place of each comes before the second of any
  const nth = new Map<string, number>();
  const rank = (c: Candidate): number => {
    const n = nth.get(c.asideOf ?? '') ?? 0;
    nth.set(c.asideOf ?? '', n + 1);
    return n;
  };
  return all
    .map((c) => ({ c, rank: rank(c) }))
    .sort((a, b) => a.rank - b.rank)
    .slice(0, mostAside)
    .map(({ c }) => c);
}

/** Places of the same words are told apart by a number. */
function disambiguated(list: readonly Candidate[]): Candidate[] {
  return list.map((c, i) => {
    const same = list.filter((o) => o.words === c.words && o.kind === c.kind);
    const nth = list.slice(0, i).filter((o) => same.includes(o)).length;
    return nth === 0 ? c : { ...c, words: `${c.words} (${nth + 1})` };
  });
}

/** The room that a place is in, or whose wall it is at. */
export const nearestRoom = (job: Job, storeyId: Id, x: number, y: number): Room | undefined => {
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId);
  return (
    rooms.find((r) => inRegion(r, x, y)) ??
    rooms
      .map((r) => ({ r, d: Math.min(...r.outline.map((p) => Math.hypot(p[0] - x, p[1] - y))) }))
      .filter(({ d }) => d < 3)
      .sort((a, b) => a.d - b.d)[0]?.r
  );
};

/** In words, as `directions`: y grows to the south. */
const compass = ['east', 'south-east', 'south', 'south-west', 'west', 'north-west', 'north', 'north-east'];
const directions = Array.from({ length: 8 }, (_, i) => {
  const turn = (i * Math.PI) / 4;
  return [Math.cos(turn), Math.sin(turn)] as const;
});

/** Can a shelf or a table be there: in the room, clear of its walls, and not in something? */
function isFree(job: Job, room: Room, x: number, y: number): boolean {
  const toWallM = distanceToEdge(room.outline, x, y);
  return (
    inRegion(room, x, y) &&
    toWallM >= clearM - 0.05 &&
    !job.obstacles.some((o) => o.storeyId === room.storeyId && awayFrom(o, { xM: x, yM: y }) < 0.05)
  );
}

/** On a shelf or table aside of a socket, as far as a lead reaches. */
function withinReach(job: Job): Candidate[] {
  return job.services
    .filter((s) => s.kind === 'socket' && !s.onStrip)
    .flatMap((s) => {
      const room = nearestRoom(job, s.storeyId, s.xM, s.yM);
      if (!room || get(job, 'building', get(job, 'storey', s.storeyId).buildingId).kind === 'outdoors')
        return [];
      const where = s.name.includes(room.name) ? s.name : `${s.name}, ${room.name}`;
      return directions.flatMap(([dx, dy], i): Candidate[] => {
        const [xM, yM] = [toCentimetre(s.xM + asideM * dx), toCentimetre(s.yM + asideM * dy)];
        if (!isFree(job, room, xM, yM)) return [];
        return [
          {
            id: `aside-${s.id}-${i + 1}`,
            asideOf: `shelf-${s.id}`,
            kind: 'shelf',
            words: `${asideM} m from ${where}, to the ${compass[i]}`,
            storeyId: s.storeyId,
            xM,
            yM,
            heightM: shelfM,
            mount: 'shelf',
            tiltDeg: 0,
            serviceId: s.id,
          },
        ];
      });
    });
}

/** Beside each unit that is kept, on the socket or strip that feeds it: where a short cable is enough. */
export function placesBeside(job: Job): Candidate[] {
  return job.units
    .filter(
      (u) => u.planned && get(job, 'building', get(job, 'storey', u.storeyId).buildingId).kind !== 'outdoors',
    )
    .flatMap((u): Candidate[] => {
      const room = nearestRoom(job, u.storeyId, u.xM, u.yM);
      const place = directions
        .map(([dx, dy]) => [toCentimetre(u.xM + besideM * dx), toCentimetre(u.yM + besideM * dy)] as const)
        .find(([x, y]) => room && inRegion(room, x, y) && distanceToEdge(room.outline, x, y) > 0.1);
      if (!room || !place) return [];
      return [
        {
          id: `beside-${u.id}`,
          besideId: u.id,
          kind: 'shelf',
          words: `beside ${u.letter}, ${room.name}`,
          storeyId: u.storeyId,
          xM: place[0],
          yM: place[1],
          heightM: Math.max(0.2, u.heightM),
          mount: 'shelf',
          tiltDeg: 0,
          serviceId: null,
        },
      ];
    });
}

/** A place a hand's breadth into the room from one at its wall. */
function inset(room: Room, x: number, y: number): [number, number] {
  const [x0, y0, x1, y1] = boundsOf(room.outline);
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const far = Math.hypot(cx - x, cy - y) || 1;
  const step = Math.min(clearM, far);
  return [toCentimetre(x + ((cx - x) / far) * step), toCentimetre(y + ((cy - y) / far) * step)];
}

/** The storey out of doors, where something there has a need. */
const yardInNeed = (job: Job): Storey | undefined =>
  job.storeys.find(
    (s) =>
      get(job, 'building', s.buildingId).kind === 'outdoors' &&
      job.spots.some((spot) => spot.storeyId === s.id),
  );

/** At the top of each post that the survey has, in arm's reach of a ladder. */
function posts(job: Job): Candidate[] {
  const yard = yardInNeed(job);
  return job.obstacles
    .filter((o) => o.symbol === 'post' && o.storeyId === yard?.id)
    .map((o) => ({
      ...{
        id: `post-${o.id}`,
        kind: 'post',
        words: `on ${o.name}`,
        storeyId: o.storeyId,
        xM: o.xM,
        yM: o.yM,
      },
      ...{ heightM: Math.min(eavesM, o.topM), mount: 'pole', tiltDeg: 0, serviceId: null },
    }));
}

function eaves(job: Job): Candidate[] {
  const yard = yardInNeed(job);
  if (!yard) return [];
  const open = get(job, 'building', yard.buildingId);
  return job.buildings
    .filter((b) => b.kind !== 'outdoors')
    .flatMap((b) =>
      b.outline.map((p, i): Candidate => {
        const q = b.outline[(i + 1) % b.outline.length] ?? p;
        const [x0, y0, x1, y1] = boundsOf(b.outline);
        const middle = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2] as const;
        const away = [middle[0] - (x0 + x1) / 2, middle[1] - (y0 + y1) / 2] as const;
        const far = Math.hypot(...away) || 1;
        const at = toSite(b, middle[0] + (away[0] / far) * clearM, middle[1] + (away[1] / far) * clearM);
        const [xM, yM] = fromSite(open, ...at);
        return {
          id: `eaves-${b.id}-${i + 1}`,
          kind: 'eaves',
          words: `under the eaves of ${b.name}, side ${i + 1}`,
          storeyId: yard.id,
          xM,
          yM,
          heightM: Math.min(eavesM, b.roof?.eavesZM ?? eavesM),
          mount: 'wall',
          tiltDeg: 0,
          serviceId: null,
        };
      }),
    );
}

/** Can a product be bought and fitted at a place? What costs nothing is what the household has: it is kept, not proposed. */
export function fits(product: Product, c: Candidate): boolean {
  if (product.radios.length === 0 || product.priceEur === 0) return false;
  switch (c.kind) {
    case 'shelf':
      return product.kind === 'node' && (c.asideOf === undefined || product.setup.leadM >= asideM);
    case 'socket':
      return product.kind === 'plug-in' || product.kind === 'extender' || product.kind === 'powerline';
    case 'wall':
    case 'ceiling':
      return product.kind === 'access-point' && product.poeIn !== null;
    case 'plate':
      return product.kind === 'plate' && product.poeIn !== null;
    case 'eaves':
    case 'post':
      return product.weatherproof && product.kind === 'outdoor';
    case 'device':
      return false;
  }
}

/** The unit that a product at a place would be; its letter and id stand for it until it is taken. */
export const unitAt = (product: Product, c: Candidate, id: Id, letter: string): Unit => ({
  type: 'unit',
  id,
  letter,
  name: c.words,
  kitId: product.id,
  storeyId: c.storeyId,
  xM: c.xM,
  yM: c.yM,
  heightM: c.heightM,
  tiltDeg: c.tiltDeg,
  facingDeg: 0,
  mount: c.mount,
  channels: { '2.4': null, '5': null, '6': null },
  widths: { '2.4': null, '5': null, '6': null },
  serial: '',
  found: false,
  planned: true,
});
