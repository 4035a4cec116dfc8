/** The inside of a house that nobody has looked at: typical rooms, doors, windows, sockets and spots, each a guess. */
import { assemblySpread } from '../materials/assemblyLoss';
import { type Assembly, type bands, type PerBand } from '../job/records';
import type { RecordInput } from '../job/make';
import type { HouseBuilt } from './houseTypes';
import { guessedWallId } from './guessedWall';
import { assemblyLibrary } from './library';
import { type Rect, typicalInside, type TypicalInside, type TypicalRoom } from './typicalInside';

/** A wall that is guessed may be of something else, or somewhere else: so much beside its own spread, dB (planning). */
const guessSpreadDb = 4;

interface Shell {
  form: { widthM: number; depthM: number; storeys: number };
  built: HouseBuilt;
  /** Thickness of the outer walls, m. */
  t: number;
}
export interface GuessedInside {
  assemblies: Assembly[];
  /** By level; null where a storey is too small for rooms. */
  storeys: (RecordInput[] | null)[];
  /** Where the line comes in: by the front door. */
  entry: { xM: number; yM: number } | undefined;
}

/** Activities of a room, and where its spot is: between its west and east, north and south side, 0 … 1. */
const uses: Record<
  TypicalRoom['use'],
  { activityIds: string[]; spot: { name: string; across: number; along: number; heightM: number } | null }
> = {
  living: {
    activityIds: ['act-film-4k', 'act-web'],
    spot: { name: 'Sofa', across: 0.5, along: 0.6, heightM: 0.6 },
  },
  dining: {
    activityIds: ['act-web'],
    spot: { name: 'Table', across: 0.5, along: 0.5, heightM: 0.75 },
  },
  kitchen: {
    activityIds: ['act-music', 'act-web'],
    spot: { name: 'Worktop', across: 0.5, along: 0.35, heightM: 1 },
  },
  bedroom: {
    activityIds: ['act-film-hd', 'act-web'],
    spot: { name: 'Bed', across: 0.5, along: 0.5, heightM: 0.6 },
  },
  study: {
    activityIds: ['act-call', 'act-web'],
    spot: { name: 'Desk', across: 0.5, along: 0.5, heightM: 0.75 },
  },
  bathroom: { activityIds: [], spot: null },
  passage: { activityIds: [], spot: null },
};

/** The guessed inside of every storey. */
export function guessedInside({ form, built, t }: Shell): GuessedInside {
  const inner = assemblyLibrary.find((a) => a.id === built.innerId);
  if (!inner) throw new Error(`no construction ${built.innerId}`);
  const h = t / 2;
  const shell: Rect = { west: h, north: h, east: form.widthM - h, south: form.depthM - h };
  const plans = Array.from({ length: form.storeys }, (_, level) => typicalInside(shell, level, form.storeys));
  let number = 0;
  const storeys = plans.map((plan, level) => {
    if (!plan) return null;
    const made = storeyRecords({ plan, shell, built, t, level, p: inner.thicknessM, spotFrom: number });
    number += plan.rooms.filter((r) => uses[r.use].spot).length;
    return made;
  });
  const passage = plans[0]?.passage;
  return {
    assemblies: [guessOf(inner)],
    storeys,
    entry: passage
      ? { xM: passage.east - inner.thicknessM / 2 - 0.15, yM: shell.south - h - 0.9 }
      : undefined,
  };
}

/** A construction as guessed: the same, less sure. */
function guessOf(inner: Assembly): Assembly {
  const spread = (band: (typeof bands)[number]) =>
    Math.round(10 * Math.hypot(assemblySpread(inner, band), guessSpreadDb)) / 10;
  const spreadDb: PerBand = { '2.4': spread('2.4'), '5': spread('5'), '6': spread('6') };
  return {
    ...inner,
    id: guessedWallId,
    name: `Guessed: ${inner.name}`.slice(0, 120),
    spreadDb,
    note: 'Usual in such a house. Check it, and choose the real construction.',
  };
}

interface Storey {
  plan: TypicalInside;
  shell: Rect;
  built: HouseBuilt;
  t: number;
  level: number;
  /** Thickness of the inner walls, m. */
  p: number;
  spotFrom: number;
}

function storeyRecords(storey: Storey): RecordInput[] {
  const { plan, level, built, p } = storey;
  const id = `storey-${level}`;
  const headM = Math.min(2, built.heightM - 0.1);
  let spot = storey.spotFrom;
  return [
    ...plan.walls.flatMap(({ doorM, ...ends }, i): RecordInput[] => [
      { type: 'wall', id: `${id}-i${i}`, storeyId: id, ...ends, assemblyId: guessedWallId },
      ...(doorM === null
        ? []
        : [
            {
              type: 'opening',
              id: `${id}-d${i}`,
              wallId: `${id}-i${i}`,
              kind: 'door',
              offsetM: doorM,
              widthM: 0.8,
              sillM: 0,
              headM,
              assemblyId: built.innerDoorId,
              hinge: 'start',
              swing: 'left',
            } as const,
          ]),
    ]),
    ...plan.rooms.flatMap((room, i): RecordInput[] => {
      const clear = clearOf(room.at, storey);
      const roomId = `${id}-r${i}`;
      const { activityIds, spot: typical } = uses[room.use];
      const { name, use } = room;
      return [
        { type: 'room', id: roomId, storeyId: id, name, outline: cornersOf(clear), activityIds },
        ...(typical
          ? [
              {
                type: 'spot',
                id: `spot-${++spot}`,
                number: spot,
                storeyId: id,
                roomId,
                name: typical.name,
                xM: clear.west + typical.across * (clear.east - clear.west),
                yM: clear.north + typical.along * (clear.south - clear.north),
                heightM: typical.heightM,
                activityIds: null,
              } as const,
            ]
          : []),
        ...(use === 'bathroom' ? [] : socketsOf(clear, storey, roomId, name)),
      ];
    }),
    ...windowsOf(storey, headM),
    ...(level > 0 && plan.passage ? [stairwellOf(plan.passage, id, p)] : []),
  ];
}

/** Between the faces of a room's walls. */
function clearOf(at: Rect, { shell, t, p }: Storey): Rect {
  const half = (a: number, outer: number) => (Math.abs(a - outer) < 1e-6 ? t / 2 : p / 2);
  return {
    west: at.west + half(at.west, shell.west),
    north: at.north + half(at.north, shell.north),
    east: at.east - half(at.east, shell.east),
    south: at.south - half(at.south, shell.south),
  };
}
const cornersOf = ({ west, north, east, south }: Rect): [number, number][] => [
  [west, north],
  [east, north],
  [east, south],
  [west, south],
];

/** Sockets low on the west and east walls of a room, as far apart as is usual; two at least. */
function socketsOf(
  { west, north, east, south }: Rect,
  { built, level }: Storey,
  roomId: string,
  roomName: string,
): RecordInput[] {
  const around = 2 * (east - west + south - north);
  const each = Math.max(1, Math.round(around / built.socketEveryM / 2));
  return [west + 0.05, east - 0.05].flatMap((xM, side) =>
    Array.from({ length: each }, (_, i): RecordInput => {
      const id = `${roomId}-s${side * each + i}`;
      return {
        type: 'service',
        id,
        storeyId: `storey-${level}`,
        kind: 'socket',
        name: `Socket, ${roomName.toLowerCase()}`,
        xM,
        yM: north + ((i + 0.5) / each) * (south - north),
        heightM: 0.3,
        circuit: '',
        note: '',
        guessed: true,
      };
    }),
  );
}

/** A window in the middle of each room's outer wall at front or back, else at a side that no neighbour shares; the front door. */
function windowsOf({ plan, shell, built, level }: Storey, headM: number): RecordInput[] {
  const id = `storey-${level}`;
  const opening = (
    n: string,
    wall: number,
    kind: 'door' | 'window',
    offsetM: number,
    widthM: number,
  ): RecordInput => ({
    type: 'opening',
    id: `${id}-${n}`,
    wallId: `${id}-w${wall}`,
    kind,
    offsetM,
    widthM,
    sillM: kind === 'door' ? 0 : 0.9,
    headM: Math.max(headM, 1.2),
    assemblyId: kind === 'door' ? built.frontDoorId : built.glazingId,
    hinge: 'start',
    swing: 'right',
  });
  return plan.rooms.flatMap(({ use, at }, i): RecordInput[] => {
    const [x, y] = [(at.west + at.east) / 2, (at.north + at.south) / 2];
    const isAt = (side: keyof Rect) => Math.abs(at[side] - shell[side]) < 1e-6;
    // walls run clockwise from the north-west corner
    const width = (along: number) => Math.min(1.4, Math.max(0.6, along / 3));
    const [wide, deep] = [width(at.east - at.west), width(at.south - at.north)];
    if (use === 'passage')
      return level === 0
        ? [opening('front', 2, 'door', shell.east - x, Math.min(0.9, at.east - at.west - 0.3))]
        : [];
    if (isAt('south')) return [opening(`v${i}`, 2, 'window', shell.east - x, wide)];
    if (isAt('north')) return [opening(`v${i}`, 0, 'window', x - shell.west, wide)];
    if (isAt('east') && built.shared === 'none')
      return [opening(`v${i}`, 1, 'window', y - shell.north, deep)];
    if (isAt('west') && built.shared !== 'both')
      return [opening(`v${i}`, 3, 'window', shell.south - y, deep)];
    return [];
  });
}

function stairwellOf({ west, north, east, south }: Rect, storeyId: string, p: number): RecordInput {
  const from = north + p / 2 + 0.5;
  return {
    type: 'floorOpening',
    id: `${storeyId}-stairs`,
    storeyId,
    kind: 'stairwell',
    outline: cornersOf({
      west: west + p / 2 + 0.05,
      east: Math.max(west + p / 2 + 0.6, east - p / 2 - 0.25),
      north: from,
      south: Math.min(from + 2.4, south - p / 2 - 1),
    }),
    assemblyId: null,
  };
}
