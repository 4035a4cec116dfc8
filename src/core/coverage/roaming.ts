/** Where a phone would change units, and where it would hold on to the wrong one. */
import type { Id } from '../job/records';
import { median } from '../statistics/exactTests';
import { type AccessField, headroomAt } from './field';
import type { RoomGrid } from './grid';

/** A phone does not look for another unit while it hears its own this well (planning), dBm. */
export const holdsOnDbm = -70;
/** Two units count as equally near where their signals differ by less than this, dB. */
const equalDb = 3;

/** Who serves each node of a room, and where a phone that comes from another unit would cling. */
export interface RoomRoaming {
  /** Unit that serves best, by node; null where none does. */
  serving: (Id | null)[];
  /** By node: the unit that a phone may cling to although its need is not met there; null = none. */
  clingsTo: (Id | null)[];
  /** By node: its two strongest units and the weaker's signal, where they are about equal. */
  between: ({ a: Id; b: Id; weakerDbm: number } | null)[];
}

/**
 * At each node: the unit with the most headroom serves. Another unit is clung to when it is heard at
 * −70 dBm or better, so that a phone coming from it does not look around, while it does not meet the
 * room's need and the serving unit does.
 */
export function roamingOver(accesses: readonly AccessField[], nodes: number): RoomRoaming {
  const unitIds = [...new Set(accesses.map((a) => a.access.backhaul.unit.id))];
  const out: RoomRoaming = { serving: [], clingsTo: [], between: [] };
  for (let i = 0; i < nodes; i++) {
    const units = unitIds.map((id) => {
      const own = accesses.filter((a) => a.access.backhaul.unit.id === id);
      return {
        id,
        rssi: Math.max(...own.map((a) => a.rssi[i] as number)),
        headroom: Math.max(...own.map((a) => headroomAt(a, i))),
      };
    });
    const best = units.reduce<(typeof units)[number] | null>(
      (b, u) => (u.headroom > (b?.headroom ?? -Infinity) ? u : b),
      null,
    );
    out.serving.push(best?.id ?? null);
    const wrong =
      best && best.headroom >= 0
        ? units
            .filter((u) => u.id !== best.id && u.rssi >= holdsOnDbm && u.headroom < 0)
            .sort((a, b) => b.rssi - a.rssi)[0]
        : undefined;
    out.clingsTo.push(wrong?.id ?? null);
    const [first, second] = [...units].sort((a, b) => b.rssi - a.rssi);
    out.between.push(
      first && second && first.rssi - second.rssi <= equalDb
        ? {
            a: first.id < second.id ? first.id : second.id,
            b: first.id < second.id ? second.id : first.id,
            weakerDbm: second.rssi,
          }
        : null,
    );
  }
  return out;
}

/** Where two units are heard equally well: how strong, and where on the site. */
export interface Handover {
  aId: Id;
  bId: Id;
  /** Median of the weaker one's signal there, dBm. */
  levelDbm: number;
  /** How far that is above what a phone holds on to, dB: below 0 it looks around in time, far above it clings. */
  overlapDb: number;
  areaM2: number;
}

/** The handovers of all rooms, widest first; pairs that meet on less than half a square metre are left out. */
export function handoversOf(rooms: readonly { grid: RoomGrid; roaming: RoomRoaming }[]): Handover[] {
  const pairs = new Map<string, { aId: Id; bId: Id; levels: number[]; areaM2: number }>();
  for (const { grid, roaming } of rooms)
    for (const between of roaming.between) {
      if (!between || between.weakerDbm < -90) continue;
      const key = `${between.a} ${between.b}`;
      const pair = pairs.get(key) ?? { aId: between.a, bId: between.b, levels: [], areaM2: 0 };
      pair.levels.push(between.weakerDbm);
      pair.areaM2 += grid.stepM ** 2;
      pairs.set(key, pair);
    }
  return [...pairs.values()]
    .filter((p) => p.areaM2 >= 0.5)
    .map(({ levels, ...p }) => {
      const levelDbm = median(levels) ?? 0;
      return { ...p, levelDbm, overlapDb: levelDbm - holdsOnDbm };
    })
    .sort((a, b) => b.areaM2 - a.areaM2);
}
