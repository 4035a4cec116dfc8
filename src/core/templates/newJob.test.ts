import { smallHouse } from '@/testing/smallHouse';
import { checkReferences } from '../job/references';
import { inRegion } from '../geometry/region';
import { surveyGaps } from '../checks/surveyGaps';
import { outerAssembly } from '../survey/storeyGraph';
import { newJobSchema } from './newJob';

const form = {
  name: 'X',
  lengths: 'm',
  widthM: 9,
  depthM: 7,
  storeys: 2,
  outerAssemblyId: 'asm-brick-solid',
  planDownMbps: 100,
  planUpMbps: 20,
};

test.each([
  [{}, true],
  [{ name: '  ' }, false],
  [{ name: 'x'.repeat(121) }, false],
  [{ widthM: 2 }, true],
  [{ widthM: 1.99 }, false],
  [{ depthM: 100 }, true],
  [{ depthM: 100.1 }, false],
  [{ storeys: 6 }, true],
  [{ storeys: 7 }, false],
  [{ storeys: 1.5 }, false],
  [{ planDownMbps: 0.9 }, false],
  [{ outerAssemblyId: 'asm-concrete-floor' }, false],
  [{ outerAssemblyId: 'asm-nothing' }, false],
  [{ widthM: NaN }, false],
])('a form with %j is taken: %s', (over, taken) =>
  expect(newJobSchema.safeParse({ ...form, ...over }).success).toBe(taken),
);

describe.each([
  [9, 7, 'asm-brick-solid'],
  [4, 12, 'asm-stud'],
  [2, 2, 'asm-stone'],
])('a new house of %d × %d m in %s', (widthM, depthM, outerAssemblyId) => {
  const job = smallHouse({ widthM, depthM, outerAssemblyId, storeys: 3 });
  const thick = job.assemblies.find((a) => a.id === outerAssemblyId)?.thicknessM ?? 0;

  test('holds together, and its outline is what was asked', () => {
    expect(checkReferences(job)).toEqual([]);
    const [house] = job.buildings.filter((b) => b.kind === 'house');
    const xs = house?.outline.map((p) => p[0]) ?? [];
    const ys = house?.outline.map((p) => p[1]) ?? [];
    expect([Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]).toEqual([
      0,
      0,
      widthM,
      depthM,
    ]);
  });

  test('each storey is one room, clear of its walls', () => {
    expect(job.rooms).toHaveLength(3);
    for (const room of job.rooms) {
      const xs = room.outline.map((p) => p[0]);
      expect(Math.min(...xs)).toBeCloseTo(thick, 3);
      expect(Math.max(...xs)).toBeCloseTo(widthM - thick, 3);
    }
    for (const storey of job.storeys) expect(outerAssembly(job, storey.id)).toBe(outerAssemblyId);
  });

  test('storeys stand on each other, with the floor between', () => {
    const storeys = [...job.storeys].sort((a, b) => a.level - b.level);
    expect(storeys.map((s) => s.level)).toEqual([0, 1, 2]);
    storeys.slice(1).forEach((s, i) => {
      const below = storeys[i];
      expect(s.floorZM).toBeGreaterThan((below?.floorZM ?? 0) + (below?.heightM ?? 0));
      expect(s.floorZM).toBeLessThan((below?.floorZM ?? 0) + (below?.heightM ?? 0) + 0.5);
    });
  });

  test('where the service enters and the unit beside it are in a room, within a step of each other', () => {
    const [entry] = job.services.filter((s) => s.kind === 'entry');
    const [unit] = job.units;
    if (!entry || !unit) throw new Error('no entry or unit');
    const room = job.rooms.find((r) => r.storeyId === 'storey-0');
    for (const at of [entry, unit]) expect(room && inRegion(room, at.xM, at.yM)).toBe(true);
    expect(Math.hypot(entry.xM - unit.xM, entry.yM - unit.yM)).toBeLessThan(1);
    expect(unit).toMatchObject({ found: true, planned: true });
  });

  test('openings fit in their walls, and their length is taped', () => {
    for (const o of job.openings) {
      const wall = job.walls.find((w) => w.id === o.wallId);
      const length = wall ? Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) : 0;
      expect(o.offsetM - o.widthM / 2).toBeGreaterThanOrEqual(-1e-9);
      expect(o.offsetM + o.widthM / 2).toBeLessThanOrEqual(length + 1e-9);
    }
    for (const t of job.tapes)
      expect([widthM - 2 * thick, depthM - 2 * thick].some((m) => Math.abs(m - t.lengthM) < 1e-6)).toBe(true);
    expect(surveyGaps(job, []).filter((g) => g.id.startsWith('tape-'))).toEqual([]);
  });
});
