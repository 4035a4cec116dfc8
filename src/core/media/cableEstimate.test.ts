import { smallHouse } from '@/testing/smallHouse';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Unit } from '../job/records';
import { buildScene } from '../propagation/scene';
import { cableCautions, cableEstimate, cableLimitsOf } from './cableEstimate';

const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const empty = smallHouse({ widthM: 10, depthM: 6 });
/** Two rooms: one wall at x = 5 m, with a door from y = 1 to 2 m, 2 m high. */
const house = put(
  empty,
  makeRecord({
    type: 'wall',
    id: 'across',
    storeyId: 'storey-0',
    ax: 5,
    ay: 0,
    bx: 5,
    by: 6,
    assemblyId: 'asm-stud',
  }),
  makeRecord({
    type: 'opening',
    id: 'door',
    wallId: 'across',
    kind: 'door',
    offsetM: 1.5,
    widthM: 1,
    sillM: 0,
    headM: 2,
    assemblyId: null,
    hinge: 'start',
    swing: 'left',
  }),
);
const unitAt = (id: string, xM: number, yM: number, heightM: number): Unit =>
  makeRecord({
    type: 'unit',
    id,
    letter: id,
    name: id,
    kitId: 'kit-node',
    storeyId: 'storey-0',
    xM,
    yM,
    heightM,
    tiltDeg: 0,
    facingDeg: 0,
    found: false,
    planned: true,
  });
const estimate = (job: Job, a: Unit, b: Unit) => cableEstimate(job, buildScene(job), a, b);
const rules = (over: object) => put(house, { ...get(house, 'job', 'x'), ...over });

test('along the axes of the house, with a drop at each end: 5 + 2 + 1 along, 0.5 and 1.5 down, one hole', () => {
  expect(estimate(house, unitAt('A', 2, 2.5, 0.5), unitAt('B', 7, 4.5, 1.5))).toMatchObject({
    lengthM: expect.closeTo(5 + 2 + 1 + 0.5 + 1.5, 9),
    holes: 1,
    outerHoles: 0,
    route: null,
    whyNot: null,
    apart: false,
  });
});

test.each([
  ['through the door', 1.5, 0.5, 0],
  ['just inside its jamb', 1.99, 0.5, 0],
  ['just beside its jamb', 2.01, 0.5, 1],
  ['just under its head', 1.5, 1.99, 0],
  ['just over its head', 1.5, 2.01, 1],
])('a straight cable %s', (_where, yM, heightM, holes) => {
  const found = estimate(house, unitAt('A', 4, yM, heightM), unitAt('B', 6, yM, heightM));
  expect(found).toMatchObject({ holes, apart: false });
  expect(cableCautions(found, 'ethernet')).toEqual(holes ? [expect.stringContaining('drilling')] : []);
});

test('what is not allowed is said: any hole, an outer hole, a cable in sight', () => {
  const [inner, beyond] = [unitAt('A', 4, 4, 0.5), unitAt('B', 6, 4, 0.5)];
  const garden = unitAt('C', 12, 4, 0.5);
  expect(estimate(rules({ noDrilling: true }), inner, beyond).whyNot).toBe(
    '1 hole, and drilling is not allowed',
  );
  expect(estimate(rules({ noDrilling: true }), inner, garden).whyNot).toBe(
    '2 holes, and drilling is not allowed',
  );
  expect(estimate(house, beyond, garden)).toMatchObject({ holes: 1, outerHoles: 1, whyNot: null });
  expect(estimate(rules({ noOuterDrilling: true }), beyond, garden).whyNot).toMatch(/outer wall/);
  expect(estimate(rules({ noOuterDrilling: true }), inner, beyond).whyNot).toBeNull();
  const [one, other] = [unitAt('A', 1, 4, 0.5), unitAt('B', 3.5, 4, 0.5)];
  expect(estimate(rules({ noVisibleCable: true }), one, other).whyNot).toBe(
    'it would be visible, and visible cable is not allowed',
  );
  expect(estimate(rules({ noVisibleCable: true }), inner, beyond).whyNot).toBeNull();
  // a lead between two things on one shelf is not laid
  expect(estimate(rules({ noVisibleCable: true }), one, unitAt('B', 3, 4, 0.5)).whyNot).toBeNull();
});

test('who rents drills nothing; a listed house shows no cable and no hole outside', () => {
  const [inner, beyond] = [unitAt('A', 2, 4, 0.5), unitAt('B', 8, 4, 0.5)];
  expect(estimate(rules({ rented: true }), inner, beyond).whyNot).toBe('1 hole, and the house is rented');
  expect(estimate(rules({ listed: true }), inner, beyond).whyNot).toBeNull();
  expect(estimate(rules({ listed: true }), inner, unitAt('B', 4.5, 4, 0.5)).whyNot).toBe(
    'it would be visible, and the house is listed',
  );
  expect(cableLimitsOf(house.info)).toEqual({ noHole: null, noOuterHole: null, noSight: null });
});

test('holes are counted along the way that is measured: round by the door where the diagonal meets the wall', () => {
  // the diagonal crosses the wall at y = 3 m; at y = 1.5 m it goes through the open door
  const [a, b] = [unitAt('A', 2, 1.5, 0.5), unitAt('B', 8, 4.5, 0.5)];
  expect(estimate(house, a, b)).toMatchObject({ holes: 0, lengthM: expect.closeTo(6 + 3 + 1, 9) });
});

test('a turned house is measured along its own walls', () => {
  const building = house.buildings.find((b) => b.kind !== 'outdoors');
  if (!building) throw new Error('the house is no building');
  const turned = put(house, { ...building, turnDeg: 30 });
  const [a, b] = [unitAt('A', 2, 4, 0.5), unitAt('B', 8, 4.5, 0.5)];
  expect(estimate(turned, a, b).lengthM).toBeCloseTo(estimate(house, a, b).lengthM, 9);
  expect(estimate(turned, a, b).holes).toBe(1);
});
