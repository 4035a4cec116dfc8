/** Short words for drawing a demo house in records; every length in metres. */
import { type InputOf, makeRecord } from '@/core/job/make';
import type {
  AnyRecord,
  Building,
  CableRun,
  FloorOpening,
  Neighbour,
  Obstacle,
  Opening,
  PerBand,
  Point,
  RecordOf,
  RecordType,
  Room,
  ServicePoint,
  Storey,
  Unit,
  Wall,
} from '@/core/job/records';

export const rect = (x0: number, y0: number, x1: number, y1: number): [number, number][] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];

/** An opening by where its middle lies: its x on a wall that runs along x, else its y. */
export interface Hole {
  kind: Opening['kind'];
  at: number;
  width: number;
  sill?: number;
  head?: number;
  of: string | null;
  hinge?: Opening['hinge'];
  swing?: Opening['swing'];
}

export const door = (
  at: number,
  hinge: Opening['hinge'] = 'start',
  swing: Opening['swing'] = 'left',
  width = 0.85,
  of = 'asm-door',
): Hole => ({
  kind: 'door',
  at,
  width,
  of,
  hinge,
  swing,
});
export const window = (at: number, width = 1.1, of = 'asm-sash', sill = 0.85, head = 2.1): Hole => ({
  kind: 'window',
  at,
  width,
  sill,
  head,
  of,
});

export function drawing() {
  const records: AnyRecord[] = [];
  const add = <T extends RecordType>(input: InputOf<T> & { type: T }): RecordOf<T> => {
    const record = makeRecord<T>(input);
    records.push(record);
    return record;
  };
  const numbers = new Map<string, number>();
  const next = (prefix: string) => {
    const n = (numbers.get(prefix) ?? 0) + 1;
    numbers.set(prefix, n);
    return `${prefix}-${n}`;
  };

  return {
    records,
    add,
    building: (b: Omit<Building, 'type'>) => add({ type: 'building', ...b }),
    storey: (s: Omit<Storey, 'type' | 'guessed'>) => add({ type: 'storey', guessed: false, ...s }),
    wall(storeyId: string, a: Point, b: Point, assemblyId: string, holes: Hole[] = []): Wall {
      const wall = add({
        type: 'wall',
        id: next(`${storeyId}-w`),
        storeyId,
        ax: a[0],
        ay: a[1],
        bx: b[0],
        by: b[1],
        assemblyId,
      });
      const alongX = Math.abs(b[0] - a[0]) > Math.abs(b[1] - a[1]);
      for (const h of holes)
        add({
          type: 'opening',
          id: next(`${wall.id}-o`),
          wallId: wall.id,
          kind: h.kind,
          offsetM: Number(Math.abs(h.at - (alongX ? a[0] : a[1])).toFixed(3)),
          widthM: h.width,
          sillM: h.sill ?? 0,
          headM: h.head ?? 2,
          assemblyId: h.of,
          hinge: h.hinge ?? 'start',
          swing: h.swing ?? 'left',
        });
      return wall;
    },
    room(
      storeyId: string,
      id: string,
      name: string,
      outline: [number, number][],
      activityIds: string[] = [],
    ): Room {
      return add({
        type: 'room',
        id,
        storeyId,
        name,
        outline,
        activityIds: activityIds.map((a) => `act-${a}`),
      });
    },
    stairwell(
      storeyId: string,
      outline: [number, number][],
      kind: FloorOpening['kind'] = 'stairwell',
      assemblyId: string | null = null,
    ) {
      return add({
        type: 'floorOpening',
        id: next(`${storeyId}-f`),
        storeyId,
        kind,
        outline,
        assemblyId,
      });
    },
    thing(
      storeyId: string,
      name: string,
      symbol: Obstacle['symbol'],
      [x0, y0, x1, y1]: [number, number, number, number],
      topM = 0.8,
      loss: PerBand = { '2.4': 0, '5': 0, '6': 0 },
      bottomM = 0,
      disturbs: Obstacle['disturbs'] = 'none',
    ) {
      const round = (v: number) => Number(v.toFixed(3));
      return add({
        type: 'obstacle',
        id: next(`${storeyId}-x`),
        storeyId,
        name,
        symbol,
        xM: round((x0 + x1) / 2),
        yM: round((y0 + y1) / 2),
        widthM: round(x1 - x0),
        depthM: round(y1 - y0),
        turnDeg: 0,
        bottomM,
        topM,
        lossDb: loss,
        disturbs,
      });
    },
    service(
      storeyId: string,
      kind: ServicePoint['kind'],
      xM: number,
      yM: number,
      circuit = '',
      name: string = kind,
      heightM = 0.3,
      note = '',
      rest: Partial<InputOf<'service'>> = {},
    ) {
      return add({
        type: 'service',
        id: next(`${storeyId}-${kind}`),
        storeyId,
        kind,
        name,
        xM,
        yM,
        heightM,
        circuit,
        note,
        ...rest,
      });
    },
    run(fromId: string, toId: string, cable: CableRun['cable'], lengthM: number | null, note = '') {
      return add({ type: 'cableRun', id: next('run'), fromId, toId, cable, lengthM, note });
    },
    neighbour(
      name: string,
      band: Neighbour['band'],
      channel: number,
      widthMHz: Neighbour['widthMHz'],
      busyShare: number,
    ) {
      return add({ type: 'neighbour', id: next('near'), name, band, channel, widthMHz, busyShare, note: '' });
    },
    fixed(
      storeyId: string,
      name: string,
      xM: number,
      yM: number,
      heightM: number,
      rest: Partial<InputOf<'fixedDevice'>> = {},
    ) {
      return add({
        type: 'fixedDevice',
        id: next(`${storeyId}-device`),
        name,
        storeyId,
        xM,
        yM,
        heightM,
        portMbps: 1000,
        standard: 'vht',
        streams: 2,
        only24: false,
        poe: 'none',
        poeW: 0,
        activityIds: [],
        ...rest,
      });
    },
    spot(
      number: number,
      storeyId: string,
      roomId: string,
      name: string,
      xM: number,
      yM: number,
      heightM = 0.9,
      activityIds: string[] | null = null,
    ) {
      return add({
        type: 'spot',
        id: `spot-${number}`,
        number,
        storeyId,
        roomId,
        name,
        xM,
        yM,
        heightM,
        activityIds: activityIds ? activityIds.map((a) => `act-${a}`) : null,
      });
    },
    unit(
      letter: string,
      name: string,
      kitId: string,
      storeyId: string,
      xM: number,
      yM: number,
      heightM: number,
      rest: Partial<Unit> = {},
    ) {
      return add({
        type: 'unit',
        id: `unit-${letter.toLowerCase()}`,
        letter,
        name,
        kitId: `kit-${kitId}`,
        storeyId,
        xM,
        yM,
        heightM,
        tiltDeg: 0,
        facingDeg: 0,
        found: false,
        planned: true,
        ...rest,
      });
    },
    cable(unitId: string, fromUnitId: string, lengthM: number, medium: 'ethernet' | 'fibre' = 'ethernet') {
      return add({
        type: 'link',
        id: `link-${unitId}`,
        unitId,
        fromUnitId,
        medium,
        radio: null,
        band: null,
        lengthM,
        category: medium === 'ethernet' ? 'cat6' : null,
      });
    },
    air(unitId: string, fromUnitId: string, radio: 'shared' | 'dedicated', band: '2.4' | '5' = '5') {
      return add({
        type: 'link',
        id: `link-${unitId}`,
        unitId,
        fromUnitId,
        medium: 'wireless',
        radio,
        band,
        lengthM: null,
        category: null,
      });
    },
  };
}
