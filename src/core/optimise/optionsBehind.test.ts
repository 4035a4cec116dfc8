/** Units behind new units: cables from a switch and from a new unit, two hops over the air; judged by the plan that comes of it. */
import { makeSolver } from '@/solver/highs';
import { applyEdit } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Product } from '../job/records';
import { buildScene } from '../propagation/scene';
import { smallHouse } from '@/testing/smallHouse';
import { editOf } from './editOf';
import { evaluatePlan } from './evaluate';
import { propose } from './propose';

const solve = makeSolver();
const storeyId = 'storey-0';

/**
 * A long house of four rooms between thick stone walls, the router in the first of them, a spot and a socket of a circuit
 * of its own in each: what helps is a unit in each room, by cable or over the air.
 */
function longHouse(router: Partial<Product>, kinds: readonly string[], more: readonly AnyRecord[] = []): Job {
  const empty = smallHouse({ widthM: 36, depthM: 5, outerAssemblyId: 'asm-stone', planDownMbps: 500 });
  const root = empty.units.find((u) => u.planned);
  if (!root) throw new Error('no main unit');
  const old: Product = { ...get(empty, 'kit', root.kitId), ...router };
  // without a roof nothing goes over the walls
  const open = empty.buildings.map((b) => ({ ...b, roof: null }));
  const records: AnyRecord[] = [...open, old, { ...root, xM: 2, yM: 2.5 }, ...more];
  for (const x of [9, 18, 27])
    for (const [i, off] of [0, 0.4, 0.8].entries())
      records.push(
        makeRecord({
          ...{ type: 'wall', id: `wall-${x}-${i}`, storeyId, assemblyId: 'asm-stone' },
          ...{ ax: x + off, ay: 0.3, bx: x + off, by: 4.7 },
        }),
      );
  for (const [i, x] of [0.3, 9.8, 18.8, 27.8].entries())
    records.push(
      makeRecord({
        ...{ type: 'room', id: `room-${i}`, storeyId, name: `Room ${i + 1}`, activityIds: [] },
        outline: [
          [x, 0.3],
          [x + 8, 0.3],
          [x + 8, 4.7],
          [x, 4.7],
        ],
      }),
    );
  const [work] = empty.activities;
  if (!work) throw new Error('no activity');
  // so much that only a unit in the same room or the next gives it
  records.push({ ...work, id: 'much', downMbps: 350, upMbps: 10 });
  const activityIds = ['much'];
  for (const [i, x] of [4.5, 13.5, 22.5, 31.5].entries()) {
    records.push(
      makeRecord({
        ...{ type: 'service', id: `socket-${i}`, storeyId, kind: 'socket', name: `Socket ${i + 1}` },
        ...{ xM: x, yM: 1, heightM: 0.3, circuit: `${i}`, outlets: 2, note: '' },
      }),
      makeRecord({
        ...{ type: 'spot', id: `spot-${i + 1}`, number: i + 1, storeyId, roomId: `room-${i}` },
        ...{ name: `Spot ${i + 1}`, xM: x, yM: 3, heightM: 1, activityIds },
      }),
    );
  }
  const sold = new Set([...kinds, root.kitId]);
  const house = jobFromRecords(
    [...empty.byId.values()].filter(
      (k) => k.type !== 'spot' && k.type !== 'room' && (k.type !== 'kit' || sold.has(k.id)),
    ),
  );
  return applyEdit(house, { label: 'x', put: records, remove: [] }).job;
}

/** The plan of the least cost, with the products of its units and what feeds each. */
async function leastOf(job: Job) {
  const scene = buildScene(job);
  const made = await propose(job, scene, solve);
  const least = made.proposals.find((p) => p.kind === 'least cost');
  if (!least) return null;
  const planned = applyEdit(job, editOf(job, least.options, 'x').edit).job;
  const fed = planned.units
    .filter((u) => u.planned)
    .map((u) => {
      const link = planned.links.find((l) => l.unitId === u.id);
      const from = link && get(planned, 'unit', link.fromUnitId);
      return { kit: u.kitId, medium: link?.medium, from: from?.kitId };
    });
  return { least, planned, fed, worth: evaluatePlan(planned, scene) };
}
type Found = NonNullable<Awaited<ReturnType<typeof leastOf>>>;

/** Every need met, no certain fault, and the bill says what the proposal says. */
function expectSound({ least, worth }: Found) {
  expect(worth.needs.filter((n) => !n.met)).toEqual([]);
  expect(worth.snags.filter((s) => s.sure === 'certain')).toEqual([]);
  expect(least.partsEur).toBeCloseTo(worth.partsEur, 6);
  expect(least.minutes).toBeCloseTo(worth.minutes, 6);
}
const count = (list: Found['fed'], kit: string) => list.filter((u) => u.kit === kit).length;

test('a router with one port: a switch beside it, and cables from there or from new units', async () => {
  const one = await leastOf(
    longHouse({ family: '', ports: 1 }, ['kit-access-point', 'kit-switch-8', 'kit-injector']),
  );
  if (!one) throw new Error('nothing is proposed');
  expectSound(one);
  expect(count(one.fed, 'kit-switch-8')).toBe(1);
  // with enough ports there is no switch
  const many = await leastOf(
    longHouse({ family: '', ports: 8 }, ['kit-access-point', 'kit-switch-8', 'kit-injector']),
  );
  if (!many) throw new Error('nothing is proposed');
  expectSound(many);
  expect(count(many.fed, 'kit-switch-8')).toBe(0);
  expect(one.least.costEur).toBeGreaterThan(many.least.costEur);
});

test('a switch that gives power is taken where it costs less than the injectors', async () => {
  const job = longHouse({ family: '', ports: 1 }, [
    ...['kit-access-point', 'kit-switch-8', 'kit-switch-poe', 'kit-injector'],
  ]);
  const injected = ({ planned }: Found) =>
    planned.links.filter((l) => l.adapterKitId === 'kit-injector').length;
  const powered = await leastOf(job);
  const dear = { ...get(job, 'kit', 'kit-switch-poe'), priceEur: 300 };
  const plain = await leastOf(applyEdit(job, { label: 'x', put: [dear], remove: [] }).job);
  if (!powered || !plain) throw new Error('nothing is proposed');
  expectSound(powered);
  expectSound(plain);
  expect([count(powered.fed, 'kit-switch-poe'), injected(powered)]).toEqual([1, 0]);
  expect([count(plain.fed, 'kit-switch-8'), injected(plain)]).toEqual([1, 3]);
});

test('a node by cable, and from it by a cable of its own, where that is shorter than one from the router', async () => {
  const made = await leastOf(longHouse({ family: '', ports: 4 }, ['kit-node', 'kit-small']));
  if (!made) throw new Error('nothing is proposed');
  expectSound(made);
  // the rooms stand in a row: at least one unit hangs on a new one
  expect(made.fed.some((u) => u.from !== undefined && u.from !== made.planned.units[0]?.kitId)).toBe(true);
});

test('a router that is there and not in the plan is set up as an access point, once, for work and a cable alone', async () => {
  const job = longHouse({ family: '', ports: 4 }, ['kit-node', 'kit-small']);
  const root = job.units.find((u) => u.planned);
  if (!root) throw new Error('no main unit');
  const spare = { ...root, id: 'old', letter: 'O', name: 'In the loft', found: true, planned: false };
  const made = await leastOf(applyEdit(job, { label: 'x', put: [spare], remove: [] }).job);
  const without = await leastOf(job);
  if (!made || !without) throw new Error('nothing is proposed');
  expectSound(made);
  const reused = made.fed.filter((u) => u.kit === `${root.kitId}-point`);
  expect(reused).toHaveLength(1);
  expect(reused[0]?.medium).not.toBe('wireless');
  expect(get(made.planned, 'kit', `${root.kitId}-point`)).toMatchObject({ priceEur: 0, family: '' });
  expect(made.least.costEur).toBeLessThan(without.least.costEur - 20);
});
