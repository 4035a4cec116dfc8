/** Small houses made up at random, with real walls, sockets and needs: at most seven places for a unit. */
import { applyEdit, putOne } from '../core/job/edits';
import { type Job, jobFromRecords } from '../core/job/job';
import { makeRecord } from '../core/job/make';
import { smallHouse } from './smallHouse';
import type { AnyRecord } from '../core/job/records';
import { random } from '../core/statistics/random';

const outer = ['asm-stone', 'asm-brick'] as const;
const inner = ['asm-brick', 'asm-stone', 'asm-stone'] as const;
const sold = ['kit-node', 'kit-small', 'kit-plug-in', 'kit-access-point'];

/** A house of one storey with two walls across it, three sockets, a router and some spots, from a seed. */
export function randomHouse(seed: number): Job {
  const r = random(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(r.uniform() * list.length)] as T;
  const between = (low: number, high: number) => Math.round((low + r.uniform() * (high - low)) * 100) / 100;
  const [widthM, depthM] = [between(22, 38), between(9, 16)];
  const empty = smallHouse({
    widthM,
    depthM,
    outerAssemblyId: pick(outer),
    planDownMbps: pick([500, 1000]),
    planUpMbps: 200,
  });
  const products = new Set([...sold, ...empty.units.map((u) => u.kitId)]);
  const house = jobFromRecords(
    [...empty.byId.values()].filter(
      (k) => k.type !== 'spot' && (k.type !== 'kit' || products.has(k.id) || k.kind === 'router'),
    ),
  );
  const storeyId = 'storey-0';
  const records: AnyRecord[] = [];
  for (const [i, x] of [widthM * between(0.3, 0.45), widthM * between(0.55, 0.75)].entries())
    records.push(
      makeRecord({
        type: 'wall',
        id: `across-${i}`,
        storeyId,
        ax: x,
        ay: 0.3,
        bx: x,
        by: depthM - 0.3,
        assemblyId: pick(inner),
      }),
    );
  for (const [i, share] of [0.15, 0.5, 0.85].entries())
    records.push(
      makeRecord({
        type: 'service',
        id: `socket-${i}`,
        storeyId,
        kind: 'socket',
        name: `Socket ${i + 1}`,
        xM: widthM * share,
        yM: r.uniform() < 0.5 ? 1 : depthM - 1,
        heightM: 0.3,
        circuit: pick(['1', '2']),
        outlets: 2,
        note: '',
      }),
    );
  const spots = 3 + Math.floor(r.uniform() * 4);
  for (let i = 0; i < spots; i++)
    records.push(
      makeRecord({
        type: 'spot',
        id: `spot-${i + 1}`,
        number: i + 1,
        storeyId,
        roomId: 'storey-0-room',
        name: `Spot ${i + 1}`,
        xM: between(0.8, widthM - 0.8),
        yM: between(0.8, depthM - 0.8),
        heightM: 1,
        activityIds: [pick(house.activities.filter((a) => a.downMbps >= 25)).id],
      }),
    );
  return applyEdit(house, putOne('x', ...records)).job;
}

/**
 * The same with more that counts: a main unit of the mesh family with a node of it kept on a cable, few units advised
 * by its maker, a television that wants a cable and a device on Wi-Fi, each at random.
 */
export function variedHouse(seed: number): Job {
  const house = randomHouse(seed);
  const r = random(seed + 9000);
  const [main] = house.units;
  if (!main) return house;
  const storeyId = main.storeyId;
  const [socketA, socketB, socketC] = house.services.filter((s) => s.kind === 'socket');
  const mesh = house.kits.find((k) => k.id === 'kit-node');
  if (!socketA || !socketB || !socketC || !mesh) return house;
  const most = 2 + Math.floor(r.uniform() * 2);
  const keepsNode = r.uniform() < 0.6;
  const records: AnyRecord[] = [
    ...house.kits.filter((k) => k.family === mesh.family).map((k): AnyRecord => ({ ...k, mostUnits: most })),
    ...house.kits
      .filter((k) => k.id === main.kitId)
      .map((k): AnyRecord => ({ ...k, family: mesh.family, mostUnits: most })),
  ];
  const node = makeRecord({
    ...{ type: 'unit', id: 'unit-kept', letter: 'K', name: 'Kept', kitId: mesh.id, storeyId },
    ...{ xM: socketA.xM, yM: socketA.yM, heightM: 1, tiltDeg: 0, facingDeg: 0, found: true, planned: true },
  } as const);
  if (keepsNode)
    records.push(
      node,
      makeRecord({
        ...{ type: 'link', id: 'link-kept', unitId: node.id, fromUnitId: main.id, medium: 'ethernet' },
        ...{ radio: null, band: null, lengthM: 12, category: 'cat6', holes: 0, points: [], channel: null },
        ...{ fromServiceId: null, toServiceId: null, adapterKitId: null },
      } as const),
    );
  // walls three times, and what is far away asks for much
  for (const w of house.walls.filter((k) => k.id.startsWith('across-')))
    for (const [i, awayM] of [0.7, 1.4].entries())
      records.push(
        makeRecord({ ...w, id: `${w.id}-${i}`, ax: w.ax + awayM, bx: w.bx + awayM, assemblyId: 'asm-stone' }),
      );
  const heavy = house.activities.reduce((most, a) => (a.downMbps > most.downMbps ? a : most));
  for (const [i, socket] of [socketB, socketC].entries())
    records.push(
      makeRecord({
        ...{ type: 'spot', id: `far-${i}`, number: 20 + i, storeyId, roomId: `${storeyId}-room`, heightM: 1 },
        ...{ name: `Far ${i}`, xM: socket.xM + 1, yM: socket.yM < 4 ? 6 : 2, activityIds: [heavy.id] },
      } as const),
    );
  const activity = house.activities.find((a) => a.downMbps >= 5 && a.downMbps <= 60);
  const device = (id: string, portMbps: number, standard: 'he' | null): AnyRecord =>
    makeRecord({
      ...{ type: 'fixedDevice', id, name: id, storeyId, heightM: 1, portMbps, standard, streams: 2 },
      ...{ xM: between(r, socketA.xM, socketB.xM), yM: 2, only24: false, poe: 'none', poeW: 0 },
      activityIds: activity ? [activity.id] : [],
    } as const);
  if (r.uniform() < 0.7) records.push(device('television', 1000, null));
  if (r.uniform() < 0.5) records.push(device('printer', 0, 'he'));
  return applyEdit(house, putOne('x', ...records)).job;
}

const between = (r: ReturnType<typeof random>, a: number, b: number) =>
  Math.round((a + r.uniform() * (b - a)) * 100) / 100;
