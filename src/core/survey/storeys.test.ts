import { quayHouse } from '@/../demo/make/quayHouse';
import { smallHouse } from '@/testing/smallHouse';
import { areaOf } from '../geometry/polygon';
import { applyEdit } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import { coaxTree } from './coaxTree';
import { addBuilding, addOutdoors, addStorey, removeStorey } from './storeys';
import type { Made } from './wallEdits';

const house = smallHouse();
const [ground] = house.storeys;
const [building] = house.buildings.filter((b) => b.kind === 'house');
if (!ground || !building) throw new Error('no house');
const done = (job: Job, made: Made) => {
  if (!made.ok) throw new Error(made.why);
  return { job: applyEdit(job, made.edit).job, select: made.select };
};
const why = (made: Made) => (!made.ok ? made.why : 'an edit');

describe('a storey more', () => {
  test('above: on top of the ceiling and the floor itself, and the roof goes up with it', () => {
    const { job, select } = done(house, addStorey(house, building.id, 'above', 'outer'));
    const first = get(job, 'storey', select);
    expect(first).toMatchObject({ name: 'First floor', level: 1, heightM: ground.heightM });
    expect(first.floorZM).toBeCloseTo(ground.floorZM + ground.heightM + 0.3, 3);
    const roof = get(job, 'building', building.id).roof;
    expect(roof?.eavesZM).toBeGreaterThanOrEqual(first.floorZM + first.heightM - 1e-9);
    const [was, is] = [building.roof, roof];
    if (was && is) expect(is.ridgeZM - is.eavesZM).toBeCloseTo(was.ridgeZM - was.eavesZM, 9);
  });

  test('below: under the floor of the lowest, and the roof stays', () => {
    const { job, select } = done(house, addStorey(house, building.id, 'below', 'none'));
    const cellar = get(job, 'storey', select);
    expect(cellar).toMatchObject({ name: 'Cellar', level: -1 });
    expect(cellar.floorZM).toBeCloseTo(ground.floorZM - 0.3 - cellar.heightM, 3);
    expect(get(job, 'building', building.id).roof).toEqual(building.roof);
    expect(job.walls.filter((w) => w.storeyId === select)).toEqual([]);
  });

  test('it begins with the outer walls, all walls, or none; copies have ids of their own', () => {
    const inner = makeRecord({
      type: 'wall',
      id: 'p',
      storeyId: ground.id,
      ax: 4,
      ay: 0.05,
      bx: 4,
      by: 6.95,
      assemblyId: 'asm-stud',
    });
    const parted = applyEdit(house, { label: 'x', put: [inner], remove: [] }).job;
    const count = (copy: 'outer' | 'all' | 'none') => {
      const { job, select } = done(parted, addStorey(parted, building.id, 'above', copy));
      return job.walls.filter((w) => w.storeyId === select).length;
    };
    expect([count('outer'), count('all'), count('none')]).toEqual([4, 5, 0]);
    const { job } = done(parted, addStorey(parted, building.id, 'above', 'all'));
    expect(new Set(job.walls.map((w) => w.id)).size).toBe(job.walls.length);
  });

  test('a name that is taken is not given twice', () => {
    const renamed = applyEdit(house, {
      label: 'x',
      put: [{ ...ground, name: 'First floor' }],
      remove: [],
    }).job;
    const { job, select } = done(renamed, addStorey(renamed, building.id, 'above', 'none'));
    expect(get(job, 'storey', select).name).toBe('Storey 1');
  });

  test('the outdoors has none', () => {
    const { job } = done(house, addOutdoors(house));
    const open = job.buildings.find((b) => b.kind === 'outdoors');
    expect(why(addStorey(job, open?.id ?? '', 'above', 'none'))).toMatch(/belong to a building/);
    expect(why(addStorey(job, 'not connected', 'above', 'none'))).toMatch(/belong to a building/);
  });
});

describe('a building more', () => {
  const shed = { name: 'Shed', widthM: 4, depthM: 3, wallAssemblyId: 'asm-stud' };

  test.each([
    [0.99, 3, false],
    [1, 3, true],
    [100, 3, true],
    [3, 100.1, false],
  ])('%d × %d m is taken: %s', (widthM, depthM, taken) =>
    expect(addBuilding(house, { ...shed, widthM, depthM }).ok).toBe(taken),
  );

  test('it stands clear of what is there, with walls round one room of its name', () => {
    const { job, select } = done(house, addBuilding(house, shed));
    const storey = get(job, 'storey', select);
    const made = get(job, 'building', storey.buildingId);
    expect(made.kind).toBe('outbuilding');
    expect(made.xM).toBeGreaterThan(9);
    expect(job.walls.filter((w) => w.storeyId === select)).toHaveLength(4);
    const rooms = job.rooms.filter((r) => r.storeyId === select);
    expect(rooms.map((r) => r.name)).toEqual(['Shed']);
    const thick = job.assemblies.find((a) => a.id === 'asm-stud')?.thicknessM ?? 0;
    expect(areaOf(rooms[0]?.outline ?? [])).toBeCloseTo((4 - 2 * thick) * (3 - 2 * thick), 3);
    expect(areaOf(made.outline)).toBeCloseTo(12, 3);
  });

  test('the ridge runs the long way', () => {
    const along = (widthM: number, depthM: number) => {
      const { job, select } = done(house, addBuilding(house, { ...shed, widthM, depthM }));
      return get(job, 'building', get(job, 'storey', select).buildingId).roof?.ridgeAlong;
    };
    expect([along(4, 3), along(3, 4), along(3, 3)]).toEqual(['x', 'y', 'x']);
  });

  test('the outdoors lies round all of it, once', () => {
    const { job } = done(house, addOutdoors(house));
    const open = job.buildings.find((b) => b.kind === 'outdoors');
    expect(areaOf(open?.outline ?? [])).toBeCloseTo((9 + 24) * (7 + 24), 6);
    expect(why(addOutdoors(job))).toMatch(/there already/);
  });
});

describe('a storey less', () => {
  test('units keep it, and so does being the last', () => {
    expect(why(removeStorey(house, ground.id))).toMatch(/stands on Ground floor/);
    const bare = applyEdit(house, {
      label: 'x',
      put: [],
      remove: [...house.units.map((u) => u.id), ...house.links.map((l) => l.id)],
    }).job;
    expect(why(removeStorey(bare, ground.id))).toMatch(/at least one storey/);
    expect(why(removeStorey(bare, 'not connected'))).toMatch(/no such storey/);
  });

  test('all that is drawn on it goes with it, and a building with its last storey', () => {
    const { job: with2, select } = done(
      house,
      addBuilding(house, { name: 'Shed', widthM: 4, depthM: 3, wallAssemblyId: 'asm-stud' }),
    );
    const { job } = done(with2, removeStorey(with2, select));
    expect(job.buildings.map((b) => b.id)).toEqual(house.buildings.map((b) => b.id));
    expect(job.walls.filter((w) => w.storeyId === select)).toEqual([]);
    expect(job.rooms.filter((r) => r.storeyId === select)).toEqual([]);
  });
});

describe('coax as a tree', () => {
  const quay = jobFromRecords(quayHouse());

  test('each part once, what enters first, outlets deeper than what feeds them', () => {
    const rows = coaxTree(quay);
    const coax = quay.services.filter((s) => s.kind === 'coax' || s.kind === 'splitter');
    expect(new Set(rows.map((r) => r.servicePoint.id)).size).toBe(rows.length);
    for (const s of coax) expect(rows.map((r) => r.servicePoint.id)).toContain(s.id);
    for (const run of quay.cableRuns) {
      const at = (id: string) => rows.findIndex((r) => r.servicePoint.id === id);
      const [from, to] = [at(run.fromId), at(run.toId)];
      if (from >= 0 && to >= 0) expect(Math.abs((rows[from]?.depth ?? 0) - (rows[to]?.depth ?? 0))).toBe(1);
    }
  });

  test('a part that no cable reaches comes by itself, with what is known of it', () => {
    const [outlet] = quay.services.filter((s) => s.kind === 'coax');
    if (!outlet) throw new Error('no outlet');
    const words = (joined: 'unknown' | 'joined' | 'not-joined') => {
      const alone = jobFromRecords([
        ...[...quay.byId.values()].filter((r) => r.type !== 'cableRun' && r.id !== outlet.id),
        { ...outlet, joined },
      ]);
      return coaxTree(alone).find((r) => r.servicePoint.id === outlet.id);
    };
    expect(words('unknown')).toMatchObject({ depth: 0, words: 'joined? not known' });
    expect(words('joined')?.words).toBe('joined, cable not drawn');
    expect(words('not-joined')?.words).toBe('ends nowhere');
  });
});
