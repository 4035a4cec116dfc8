import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit } from '@/core/job/edits';
import { get, jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Point } from '@/core/job/records';
import type { Made } from '@/core/survey/wallEdits';
import { toolChoice } from '@/testing/toolChoice';
import { dragEdit, isMovable } from './dragEdit';
import { putDown, routeEdit } from './putDown';
import { sheetSpace } from './sheetSpace';

const house = jobFromRecords(quayHouse());
const made = (answer: Made) => {
  if (!answer.ok) throw new Error(answer.why);
  return { ...answer, job: applyEdit(house, answer.edit).job };
};
const why = (answer: Made) => (!answer.ok ? answer.why : 'an edit was made');

describe('a thing that is dragged', () => {
  const drag = (
    record: AnyRecord,
    dx: number,
    dy: number,
    part: 'whole' | 'a' | 'b' = 'whole',
    to: Point = [0, 0],
  ) => dragEdit(house, { record, part }, dx, dy, to);

  test('a spot goes to the centimetre, and nothing but the spot', () => {
    const spot = get(house, 'spot', 'spot-5');
    const { edit, job } = made(drag(spot, 0.3349, -0.1251));
    const after = get(job, 'spot', 'spot-5');
    expect([after.xM, after.yM]).toEqual([
      expect.closeTo(Math.round((spot.xM + 0.3349) * 100) / 100, 9),
      expect.closeTo(Math.round((spot.yM - 0.1251) * 100) / 100, 9),
    ]);
    expect(edit.put).toHaveLength(1);
    expect(edit.remove).toEqual([]);
  });

  test('a building moves with all that stands in it: only its corner changes', () => {
    const building = house.buildings.find((b) => b.name === 'Net loft');
    if (!building) throw new Error('no net loft');
    const { edit } = made(drag(building, 1, 2));
    expect(edit.put).toEqual([{ ...building, xM: building.xM + 1, yM: building.yM + 2 }]);
  });

  test('a wall goes square to itself, in steps of 5 cm: what is dragged along it counts for nothing', () => {
    const wall = house.walls.find(
      (w) => w.storeyId === 'ground' && w.ax === w.bx && w.assemblyId === 'asm-lath',
    );
    if (!wall) throw new Error('no such wall');
    const { job } = made(drag(wall, 0.12, 3));
    const after = get(job, 'wall', wall.id);
    expect(Math.abs(after.ax - wall.ax)).toBeCloseTo(0.1, 9);
    expect(after.ax).toBeGreaterThan(wall.ax);
    expect(after.bx).toBeCloseTo(after.ax, 9);
  });

  test('the end of a wall goes to where the pointer was snapped', () => {
    const free = house.walls.find((w) => w.storeyId === 'ground' && w.assemblyId === 'asm-lath');
    if (!free) throw new Error('no such wall');
    const to: Point = [free.bx, free.by - 0.4];
    const answer = drag(free, 0, 0, 'b', to);
    const after = get(made(answer).job, 'wall', free.id);
    expect([after.bx, after.by]).toEqual([expect.closeTo(to[0], 6), expect.closeTo(to[1], 6)]);
  });

  test('a door slides along its wall: across counts for nothing, and it stays within', () => {
    const door = house.openings.find((o) => o.kind === 'door');
    if (!door) throw new Error('no door');
    const wall = get(house, 'wall', door.wallId);
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
    const [ux, uy] = [(wall.bx - wall.ax) / length, (wall.by - wall.ay) / length];
    const across = made(drag(door, -uy * 2, ux * 2));
    expect(get(across.job, 'opening', door.id).offsetM).toBeCloseTo(door.offsetM, 9);
    const far = made(drag(door, ux * 100, uy * 100));
    expect(get(far.job, 'opening', door.id).offsetM).toBeLessThanOrEqual(length - door.widthM / 2 + 1e-9);
  });

  test('a stairwell moves with all its corners', () => {
    const hole = house.floorOpenings[0];
    if (!hole) throw new Error('no stairwell');
    const after = get(made(drag(hole, 0.25, -0.5)).job, 'floorOpening', hole.id);
    after.outline.forEach(([x, y], i) => {
      expect(x).toBeCloseTo((hole.outline[i]?.[0] ?? NaN) + 0.25, 9);
      expect(y).toBeCloseTo((hole.outline[i]?.[1] ?? NaN) - 0.5, 9);
    });
  });

  test('what can be taken, and what stays', () => {
    const movable = ['wall', 'opening', 'obstacle', 'service', 'spot', 'floorOpening', 'building'];
    for (const record of house.byId.values()) {
      if (movable.includes(record.type)) expect(isMovable(record)).toBe(true);
      if (['room', 'storey', 'link', 'reading'].includes(record.type)) {
        expect(isMovable(record)).toBe(false);
        expect(why(drag(record, 1, 1))).toBe('This stays where it is.');
      }
    }
  });
});

describe('a click with a tool', () => {
  const state = (tool: string, over: object = {}) =>
    ({
      job: house,
      storeyId: 'ground',
      tool,
      choice: toolChoice,
      wallAssemblyId: null,
      ...over,
    }) as Parameters<typeof putDown>[0];

  test('a spot stands where the click was, on the storey shown, with the next number', () => {
    const { select, job } = made(putDown(state('spot'), [3, 6], {}));
    const spot = get(job, 'spot', select);
    expect(spot).toMatchObject({ storeyId: 'ground', xM: 3, yM: 6 });
    expect(spot.number).toBe(1 + Math.max(...house.spots.map((s) => s.number)));
  });

  test('an opening wants a wall, and is put into the one that was clicked', () => {
    expect(why(putDown(state('opening'), [3, 6], {}))).toMatch(/click on one/);
    const wall = house.walls.find((w) => w.storeyId === 'ground' && w.assemblyId === 'asm-stone');
    if (!wall) throw new Error('no wall');
    const at: Point = [(wall.ax * 3 + wall.bx) / 4, (wall.ay * 3 + wall.by) / 4];
    const answer = putDown(state('opening'), at, { wallId: wall.id });
    if (!answer.ok) expect(answer.why).toMatch(/room|over|taken|there/);
    else expect(get(made(answer).job, 'opening', answer.select).wallId).toBe(wall.id);
  });

  test('painting wants a wall and a construction, and changes that wall alone', () => {
    const [wall] = house.walls;
    if (!wall) throw new Error('no wall');
    expect(why(putDown(state('paint'), [0, 0], { wallId: wall.id }))).toMatch(/Click on a wall/);
    const { edit } = made(
      putDown(state('paint', { wallAssemblyId: 'asm-stud' }), [0, 0], { wallId: wall.id }),
    );
    expect(edit.put.filter((r) => r.type === 'wall')).toEqual([{ ...wall, assemblyId: 'asm-stud' }]);
  });

  test('without a tool nothing is put down', () =>
    expect(why(putDown(state('select'), [3, 6], {}))).toBe('Nothing to put down here.'));

  test.each([
    [4, 'A route has two ends: click where it begins, and where it comes out.'],
    [6, 'an edit was made'],
  ])('a route whose ends are %d cm apart: %s', (cm, words) =>
    expect(
      why(
        routeEdit(state('route'), [
          [1, 1],
          [1 + cm / 100, 1],
        ]),
      ),
    ).toBe(words),
  );

  test('a route keeps its corners, without those clicked twice; a duct has a bore', () => {
    const { edit } = made(
      routeEdit(state('route'), [
        [1, 1],
        [1, 1.01],
        [4, 1],
        [4, 3],
      ]),
    );
    expect(edit.put).toMatchObject([
      {
        kind: 'duct',
        boreMm: 50,
        points: [
          { storeyId: 'ground', xM: 1, yM: 1 },
          { storeyId: 'ground', xM: 4, yM: 1 },
          { storeyId: 'ground', xM: 4, yM: 3 },
        ],
      },
    ]);
  });
});

describe('the space of a sheet', () => {
  test('a storey shows its own building, in the coordinates of the building', () => {
    const space = sheetSpace(house, 'first');
    expect(space).toMatchObject({ isSite: false });
    expect(space?.place({ storeyId: 'ground', xM: 2, yM: 3 })).toEqual([2, 3]);
    expect([space?.onSheet('first'), space?.onSheet('ground')]).toEqual([true, false]);
    const loft = house.units.find((u) => u.id === 'unit-b');
    expect(loft && space?.place(loft)).toBeNull();
  });

  test('the site shows every building where it stands, turned as it is', () => {
    const yard = house.storeys.find((s) => get(house, 'building', s.buildingId).kind === 'outdoors');
    const loft = house.buildings.find((b) => b.name === 'Net loft');
    const inLoft = house.storeys.find((s) => s.buildingId === loft?.id);
    if (!yard || !loft || !inLoft) throw new Error('no yard, or no loft');
    const space = sheetSpace(house, yard.id);
    expect(space?.isSite).toBe(true);
    expect(space?.drawn).toHaveLength(house.buildings.length);
    const at = space?.place({ storeyId: inLoft.id, xM: 2, yM: 1 });
    const outdoors = get(house, 'building', yard.buildingId);
    const turn = (loft.turnDeg * Math.PI) / 180;
    expect(outdoors.turnDeg).toBe(0);
    expect(at?.[0]).toBeCloseTo(loft.xM + 2 * Math.cos(turn) - Math.sin(turn) - outdoors.xM, 9);
    expect(at?.[1]).toBeCloseTo(loft.yM + 2 * Math.sin(turn) + Math.cos(turn) - outdoors.yM, 9);
  });

  test('a storey that is not there has no space', () => expect(sheetSpace(house, 'moon')).toBeNull());
});
