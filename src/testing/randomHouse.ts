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
