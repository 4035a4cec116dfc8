import { quayHouse } from '@/../demo/make/quayHouse';
import { smallHouse } from '@/testing/smallHouse';
import { inRegion } from '../geometry/region';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord, type RecordInput } from '../job/make';
import { candidatesOf, fits, namedPlaces, placesAside, unitAt } from './candidates';
import { type Bill, billOf } from '../design/bill';
import { networkOf } from '../network/backhaul';
import { backhaulOptions } from '../network/backhaulOptions';
import { buildScene } from '../propagation/scene';
import { makeThing } from '../survey/place';
import { thingPresets } from '../survey/presets';
import { productLibrary } from '../templates/products';
import { editOf, standsAs } from './editOf';

const house = jobFromRecords(quayHouse());
const small = smallHouse();
const storeyId = small.storeys[0]?.id ?? '';
const point = (id: string, xM: number, yM: number, over: object = {}): RecordInput => ({
  type: 'service',
  id,
  kind: 'socket',
  name: id,
  storeyId,
  xM,
  yM,
  heightM: 0.3,
  circuit: '',
  note: '',
  ...over,
});
const bare = jobFromRecords(
  [...small.byId.values()].filter((r) => r.type !== 'service' || r.kind === 'entry'),
);
const put = (job: Job, ...records: RecordInput[]) =>
  applyEdit(job, { label: 'x', put: records.map((r) => makeRecord(r)), remove: [] }).job;
const by = (job: Job, kind: string) => candidatesOf(job).filter((c) => c.kind === kind);

describe('places in a house', () => {
  test('each has an id of its own and words of its own, in a room of its storey', () => {
    const list = candidatesOf(house);
    expect(new Set(list.map((c) => c.id)).size).toBe(list.length);
    expect(new Set(list.map((c) => `${c.kind} ${c.words}`)).size).toBe(list.length);
    for (const c of list.filter((o) => o.kind !== 'eaves'))
      expect(house.rooms.some((r) => r.storeyId === c.storeyId && inRegion(r, c.xM, c.yM))).toBe(true);
  });

  test('the same house gives the same places, and one socket more no other', () => {
    expect(candidatesOf(house)).toEqual(candidatesOf(jobFromRecords(quayHouse())));
    const before = candidatesOf(bare).map((c) => c.id);
    const after = candidatesOf(put(bare, point('s1', 0.2, 3))).map((c) => c.id);
    expect(after.filter((id) => !before.includes(id)).sort()).toEqual(['shelf-s1', 'socket-s1']);
    expect(before.filter((id) => !after.includes(id))).toEqual([]);
  });

  test.each([
    ['bath', 0.6],
    ['sink', 0.3],
    ['cooker', 0.4],
  ] as const)(
    'nothing stands by a %s, up to %s m from it; on a high ceiling it may hang',
    (symbol, zoneM) => {
      const [socket] = candidatesOf(put(bare, point('s1', 0.2, 3)));
      const at = (awayM: number): RecordInput => ({
        ...{ type: 'obstacle', id: 'wet', storeyId, name: 'Wet', symbol, turnDeg: 0, bottomM: 0, topM: 0.6 },
        ...{ widthM: 1, depthM: 1, lossDb: { '2.4': 0, '5': 0, '6': 0 } },
        ...{ xM: (socket?.xM ?? 0) + 0.5 + awayM, yM: socket?.yM ?? 0 },
      });
      const near = put(bare, point('s1', 0.2, 3), at(zoneM - 0.05));
      const far = put(bare, point('s1', 0.2, 3), at(zoneM + 0.05));
      const ids = (job: Job) => candidatesOf(job).map((c) => c.id);
      expect(ids(near).filter((id) => id.endsWith('s1'))).toEqual([]);
      expect(ids(far).filter((id) => id.endsWith('s1'))).toEqual(['shelf-s1', 'socket-s1']);
      const over = put(far, { ...at(0), id: 'wet-2', xM: 4.5, yM: 3.5 } as RecordInput);
      expect(ids(over).filter((id) => id.startsWith('ceiling'))).toEqual(
        ids(far).filter((id) => id.startsWith('ceiling')),
      );
      const wet = get(near, 'obstacle', 'wet');
      for (const c of placesAside(near, candidatesOf(near)))
        expect(
          Math.hypot(Math.max(0, Math.abs(c.xM - wet.xM) - 0.5), Math.max(0, Math.abs(c.yM - wet.yM) - 0.5)),
        ).toBeGreaterThanOrEqual(zoneM);
    },
  );

  test('a place aside takes only what has a lead that reaches; the wall an access point on a cable', () => {
    const node = small.kits.find((k) => k.kind === 'node');
    const point2 = small.kits.find((k) => k.kind === 'access-point' && k.poeIn !== null);
    const job = put(bare, point('s1', 0.2, 3), point('d1', 0.2, 5, { kind: 'data' }));
    const [aside] = placesAside(job, candidatesOf(job));
    const [wall] = by(job, 'wall');
    if (!node || !point2 || !aside || !wall) throw new Error('something is missing');
    const withLead = (leadM: number) => ({ ...node, setup: { ...node.setup, leadM } });
    expect([1.1, 1.3].map((m) => fits(withLead(m), aside))).toEqual([false, true]);
    expect(fits(withLead(0.5), { ...aside, asideOf: undefined } as never)).toBe(true);
    expect([fits(point2, wall), fits(node, wall)]).toEqual([true, false]);
    expect(wall.heightM).toBeLessThanOrEqual(2);
  });

  test('a socket gives itself and a shelf; on a strip the shelf alone; coax a shelf, data itself and the wall above it too', () => {
    const ids = (over: object) =>
      candidatesOf(put(bare, point('s1', 0.2, 3, over)))
        .map((c) => c.id)
        .filter((id) => id.endsWith('s1'));
    expect(ids({})).toEqual(['shelf-s1', 'socket-s1']);
    expect(ids({ onStrip: true })).toEqual(['shelf-s1']);
    expect(ids({ kind: 'coax' })).toEqual(['shelf-s1']);
    expect(ids({ kind: 'data' })).toEqual(['shelf-s1', 'wall-s1', 'plate-s1']);
    expect(ids({ kind: 'data', joined: 'not-joined' })).toEqual(['shelf-s1']);
    expect(ids({ kind: 'board' })).toEqual([]);
  });

  test('clear of the wall, into the room', () => {
    const [shelf] = by(put(bare, point('s1', 0.12, 3.5)), 'shelf');
    expect(shelf?.xM).toBeCloseTo(0.12 + 0.35, 1);
    expect(shelf).toMatchObject({ heightM: 1.2, mount: 'shelf', serviceId: 's1' });
  });

  test('a socket low down is plugged into at 20 cm at least', () => {
    const heights = (heightM: number) =>
      by(put(bare, point('s1', 0.2, 3, { heightM })), 'socket')[0]?.heightM;
    expect([heights(0.1), heights(0.2), heights(1.1)]).toEqual([0.2, 0.2, 1.1]);
  });

  test.each([
    [1.1, 1],
    [1.3, 2],
  ])('two sockets %d m apart are %d places', (apart, places) => {
    const job = put(bare, point('s1', 0.12, 3.5), point('s2', 0.12, 3.5 + apart * 1.12));
    const shelves = by(job, 'shelf');
    const [a, b] = shelves;
    if (a && b) expect(Math.hypot(a.xM - b.xM, a.yM - b.yM)).toBeGreaterThanOrEqual(1.2);
    expect(shelves).toHaveLength(places);
  });

  test('places of the same words are told apart', () => {
    const job = put(
      bare,
      point('s1', 0.2, 1.5, { name: 'Socket' }),
      point('s2', 8.8, 5.5, { name: 'Socket' }),
    );
    expect(by(job, 'shelf').map((c) => c.words)).toEqual([
      expect.stringMatching(/^by Socket, .*[^)]$/),
      expect.stringMatching(/^by Socket, .* \(2\)$/),
    ]);
  });

  test('a ceiling in the middle of a room that is large enough, under its ceiling', () => {
    const [ceiling] = by(bare, 'ceiling');
    expect(ceiling).toMatchObject({ xM: 4.5, yM: 3.5, mount: 'ceiling' });
    expect(ceiling?.heightM).toBeLessThan(bare.storeys[0]?.heightM ?? 0);
    const cupboard = smallHouse({ widthM: 2.4, depthM: 2.4 });
    expect(by(cupboard, 'ceiling')).toEqual([]);
  });

  test('eaves only where something outdoors has a need', () => {
    expect(by(bare, 'eaves')).toEqual([]);
    expect(by(house, 'eaves').length).toBeGreaterThan(0);
    for (const c of by(house, 'eaves')) expect(c.heightM).toBeLessThanOrEqual(2.8 + 1e-9);
    const outdoors = house.buildings.filter((b) => b.kind === 'outdoors').map((b) => b.id);
    const open = house.storeys.filter((s) => outdoors.includes(s.buildingId)).map((s) => s.id);
    const indoors = jobFromRecords(
      [...house.byId.values()].filter(
        (r) =>
          !(r.type === 'spot' && open.includes(r.storeyId)) &&
          r.type !== 'reading' &&
          r.type !== 'fixedDevice',
      ),
    );
    expect(by(indoors, 'eaves')).toEqual([]);
  });
});

describe('posts', () => {
  const spot = house.spots.find(
    (s) => get(house, 'building', get(house, 'storey', s.storeyId).buildingId).kind === 'outdoors',
  );
  if (!spot) throw new Error('nothing outdoors has a need');
  const postPreset = thingPresets.find((p) => p.id === 'post');
  if (!postPreset) throw new Error('no post to put down');
  const made = makeThing(house, spot.storeyId, [spot.xM + 1, spot.yM], postPreset);
  if (!made.ok) throw new Error(made.why);
  const withPost = applyEdit(house, made.edit).job;

  test('one of the survey is a place for what is weatherproof, at arm’s reach of a ladder', () => {
    expect(by(house, 'post')).toEqual([]);
    const [post, ...more] = by(withPost, 'post');
    expect(more).toEqual([]);
    expect(post).toMatchObject({ mount: 'pole', xM: spot.xM + 1, yM: spot.yM, words: 'on Post for a unit' });
    expect(post?.heightM).toBeCloseTo(2.8, 9);
    if (!post) throw new Error('no place');
    expect(new Set(productLibrary.filter((p) => fits(p, post)).map((p) => p.kind))).toEqual(
      new Set(['outdoor']),
    );
  });

  test('a unit on it is fed by a cable with its power, and both surge protectors are in the price and in the bill', () => {
    const [post] = by(withPost, 'post');
    const product = withPost.kits.find((k) => k.kind === 'outdoor');
    const main = withPost.units.find((u) => u.letter === 'A');
    if (!post || !product || !main) throw new Error('no place, product or main unit');
    const unit = unitAt(product, post, 'unit-post', 'P');
    const job = applyEdit(withPost, putOne('x', unit)).job;
    const scene = buildScene(job);
    const options = backhaulOptions(job, scene, unit, networkOf(job, scene, 'planned'), [main], {
      judged: false,
    });
    const cable = options.find((o) => o.link.medium === 'ethernet');
    if (!cable) throw new Error('no cable');
    const before = billOf(job);
    const after = billOf(applyEdit(job, { label: 'x', put: [...cable.also, cable.link], remove: [] }).job);
    const protectors = ({ lines }: Bill) => lines.find((l) => /surge/i.test(l.item))?.count ?? 0;
    expect(protectors(after) - protectors(before)).toBe(2);
    expect(after.partsEur - before.partsEur).toBeCloseTo(cable.costEur, 6);
    expect(after.minutes - before.minutes).toBeCloseTo(cable.minutes, 6);
  });
});

describe('does a job still stand as it did for a proposal', () => {
  test('units, links and readings may change, the survey not', () => {
    const added = house.units.find((u) => !u.found);
    const [wall] = house.walls;
    if (!added || !wall) throw new Error('no unit or wall');
    expect(standsAs(house, house)).toBe(true);
    expect(standsAs(house, applyEdit(house, putOne('x', { ...added, xM: added.xM + 1 })).job)).toBe(true);
    expect(standsAs(house, applyEdit(house, putOne('x', { ...wall, assemblyId: 'asm-stud' })).job)).toBe(
      false,
    );
    expect(standsAs(house, applyEdit(house, putOne('x', { ...house.info, planDownMbps: 1 })).job)).toBe(
      false,
    );
  });

  test('a unit that is kept is part of it', () => {
    const found = house.units.find((u) => u.found);
    if (!found) throw new Error('no unit');
    expect(standsAs(house, applyEdit(house, putOne('x', { ...found, xM: found.xM + 1 })).job)).toBe(false);
  });
});

test('an empty choice takes the plan away and keeps what was found', () => {
  const { edit, units } = editOf(house, [], 'Nothing');
  const after = applyEdit(house, edit).job;
  expect(units.size).toBe(0);
  expect(after.units.map((u) => u.id)).toEqual(house.units.filter((u) => u.found).map((u) => u.id));
  expect(get(after, 'unit', house.units.find((u) => u.found)?.id ?? '')).toBeDefined();
  expect(after.links.every((l) => after.byId.has(l.unitId) && after.byId.has(l.fromUnitId))).toBe(true);
});

describe('places aside and beside', () => {
  const named = namedPlaces(house);
  const aside = placesAside(house, named);

  test('aside of a socket: as far as a lead reaches, in its room, clear of walls and furniture, not near another', () => {
    expect(aside.length).toBeGreaterThan(20);
    for (const c of aside) {
      const socket = get(house, 'service', c.serviceId ?? '');
      expect(Math.hypot(c.xM - socket.xM, c.yM - socket.yM)).toBeLessThanOrEqual(1.5);
      expect(house.rooms.some((r) => r.storeyId === c.storeyId && inRegion(r, c.xM, c.yM))).toBe(true);
      expect(c.asideOf).toBe(`shelf-${socket.id}`);
    }
    const all = [...named.filter((c) => c.kind === 'shelf'), ...aside];
    for (const [i, c] of aside.entries())
      for (const o of all)
        if (o !== c && o.storeyId === c.storeyId)
          expect([i, Math.hypot(c.xM - o.xM, c.yM - o.yM) >= 0.7]).toEqual([i, true]);
  });

  test('none stands in a wardrobe: what is put there takes the places away', () => {
    const [first] = aside;
    if (!first) throw new Error('no place aside');
    const box = makeRecord({
      type: 'obstacle',
      id: 'wardrobe',
      storeyId: first.storeyId,
      name: 'Wardrobe',
      symbol: 'box',
      xM: first.xM,
      yM: first.yM,
      widthM: 0.6,
      depthM: 0.6,
      turnDeg: 0,
      bottomM: 0,
      topM: 2,
      lossDb: { '2.4': 2, '5': 3, '6': 3 },
    });
    const full = applyEdit(house, putOne('x', box)).job;
    expect(placesAside(full, namedPlaces(full)).map((c) => c.id)).not.toContain(first.id);
  });

  test('beside each kept unit there is one place, within half a metre', () => {
    const beside = named.filter((c) => c.id.startsWith('beside-'));
    expect(beside.map((c) => c.id)).toContain('beside-unit-a');
    for (const c of beside) {
      const unit = get(house, 'unit', c.id.slice('beside-'.length));
      expect(Math.hypot(c.xM - unit.xM, c.yM - unit.yM)).toBeCloseTo(0.5, 1);
    }
  });

  test('what plugs in goes on a socket alone; what has no radio nowhere', () => {
    const place = (kind: string) => {
      const found = named.find((c) => c.kind === kind);
      if (!found) throw new Error(`no ${kind}`);
      return found;
    };
    const by = (id: string, kind: string) => fits(get(house, 'kit', id), place(kind));
    expect([by('kit-node', 'shelf'), by('kit-node', 'socket')]).toEqual([true, false]);
    for (const id of ['kit-plug-in', 'kit-mains-wifi', 'kit-extender'])
      expect([id, by(id, 'socket'), by(id, 'shelf')]).toEqual([id, true, false]);
    expect(by('kit-mains-pair', 'socket')).toBe(false);
    expect(by('kit-router-old', 'shelf')).toBe(false);
  });
});
