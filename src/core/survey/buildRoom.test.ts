import { regionArea } from '../geometry/region';
import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { smallHouse } from '../../testing/smallHouse';
import { adjustStorey, tapeSpreadM } from './adjust';
import { type BuiltRoom, buildRoom, likelySlip } from './buildRoom';
import { paintOuterWalls, paintWalls } from './paint';
import { parseRoomLine } from './roomLine';
import { isClosed } from './rooms';

const shell = smallHouse({ widthM: 14, depthM: 9, outerAssemblyId: 'asm-stone' });
const onStorey = 'storey-0';
/** The same job with no wall and no room: an empty sheet. */
const empty = applyEdit(shell, {
  label: 'clear',
  put: [],
  remove: [...shell.byId.values()].flatMap((r) =>
    ['wall', 'room', 'opening', 'tape'].includes(r.type) ? [r.id] : [],
  ),
}).job;

function built(job: Job, text: string, innerId = 'asm-lath'): BuiltRoom {
  const names = job.rooms.map((r) => r.name);
  const state = parseRoomLine(text, names, 'm');
  if (!state.ok) throw new Error(state.why);
  const result = buildRoom(job, onStorey, state.line, { innerId, outerId: 'asm-stone' });
  if (!result.ok) throw new Error(result.why);
  return result;
}
const type = (job: Job, text: string, innerId?: string) => applyEdit(job, built(job, text, innerId).edit).job;
const areas = (job: Job) =>
  Object.fromEntries(job.rooms.map((r) => [r.name, Number(regionArea(r).toFixed(2))]));

test('the ground floor of a house, line by line, inside its shell', () => {
  let job = type(shell, 'Chart room 4.33 2.995 northwest in Living space');
  job = type(job, 'Parlour 4.33 4.695 southwest in Living space');
  job = type(job, 'Hall 1.96 7.80 east of Chart room');
  job = type(job, 'Scullery 2.925 3.295 northwest in Living space');
  job = type(job, 'Pantry 2.995 3.295 east of Scullery');
  job = type(job, 'Kitchen 6.03 4.395 southeast in Living space');
  // the two long walls beside the Hall turn out to be brick: what was taped stays as taped
  const spine = job.walls.filter((w) => Math.abs(w.ax - w.bx) < 0.01 && w.ax > 4 && w.ax < 8);
  expect(spine).toHaveLength(3);
  job = applyEdit(
    job,
    paintWalls(
      job,
      spine.map((w) => w.id),
      'asm-brick-solid',
    ),
  ).job;
  expect(areas(job)).toEqual({
    'Chart room': 12.97,
    Parlour: 20.33,
    Hall: 15.29,
    Scullery: 9.64,
    Pantry: 9.87,
    Kitchen: 26.5,
  });
  expect(job.rooms.every((r) => isClosed(job, r))).toBe(true);
  expect(get(job, 'building', 'house').outline).toEqual(get(shell, 'building', 'house').outline);
});

describe('a room without a place', () => {
  const at = (job: Job, text: string, pick: number) => {
    const state = parseRoomLine(
      text,
      job.rooms.map((r) => r.name),
      'm',
    );
    if (!state.ok) throw new Error(state.why);
    const result = buildRoom(job, onStorey, state.line, { innerId: 'asm-lath', outerId: 'asm-stone' }, pick);
    if (!result.ok) throw new Error(result.why);
    return result;
  };
  const boundsOf = ({ outline }: BuiltRoom) => [
    Math.min(...outline.map((p) => p[0])),
    Math.min(...outline.map((p) => p[1])),
  ];

  test('goes into a corner of the shell, and from corner to corner by turns', () => {
    const first = at(shell, 'Kitchen 4.20 3.60', 0);
    expect(first.places).toBeGreaterThanOrEqual(4);
    expect(first.place).toBe(0);
    const corners = [0, 1, 2, 3].map((pick) => boundsOf(at(shell, 'Kitchen 4.20 3.60', pick)).join());
    expect(new Set(corners).size).toBe(4);
    expect(at(shell, 'Kitchen 4.20 3.60', first.places)).toMatchObject({ place: 0, outline: first.outline });
    for (const pick of [0, 1, 2, 3]) {
      const after = applyEdit(shell, at(shell, 'Kitchen 4.20 3.60', pick).edit).job;
      expect(areas(after).Kitchen).toBeCloseTo(15.12, 1);
      // what is left of the shell is a room still
      expect(Object.keys(areas(after)).sort()).toEqual(['Kitchen', 'Living space']);
    }
  });

  test('a second one stands in what is left, on walls that are there, not in the first', () => {
    const job = type(shell, 'Kitchen 4.20 3.60');
    const second = at(job, 'Hall 2.00 3.60', 0);
    const after = applyEdit(job, second.edit).job;
    expect(areas(after).Kitchen).toBeCloseTo(15.12, 1);
    expect(areas(after).Hall).toBeCloseTo(7.2, 1);
    for (let pick = 0; pick < second.places; pick++)
      expect(areas(applyEdit(job, at(job, 'Hall 2.00 3.60', pick).edit).job).Kitchen).toBeCloseTo(15.12, 1);
  });

  test('on an empty sheet it is the first room; too large for all there is it goes beside, outside', () => {
    expect(at(empty, 'Shed 3 4', 0)).toMatchObject({ places: 1, place: 0 });
    const barn = at(shell, 'Barn 20 12', 0);
    const [west = 0, north = 0] = boundsOf(barn);
    const lies = west >= 13 || north >= 8 || west <= -19 || north <= -11;
    expect(lies).toBe(true);
  });
});

test('rooms typed on an empty sheet share walls with their neighbours', () => {
  let job = type(empty, 'Hall 2.00 6.00');
  job = type(job, 'Kitchen 4.20 3.60 east of Hall');
  job = type(job, 'Study 4.20 1.80 east of Hall');
  expect(areas(job)).toEqual({ Hall: 12, Kitchen: 15.12, Study: 7.56 });
  // 4 walls of the Hall, 3 of the Kitchen, and 2 of the Study, which stands on both
  expect(job.walls).toHaveLength(9);
});

test('the place beside a room may be given from its end', () => {
  const job = type(type(empty, 'Hall 2.00 6.00'), 'Porch 1.50 1.20 west of Hall by 2.00');
  const porch = job.rooms.find((r) => r.name === 'Porch');
  const hall = job.rooms.find((r) => r.name === 'Hall');
  const top = (r = porch) => Math.min(...(r?.outline ?? []).map((p) => p[1]));
  expect(top() - top(hall)).toBeCloseTo(2, 3);
});

test('a hand-worked traverse: three rooms and the length over all, 6 cm too long', () => {
  // 4.00 + 0.60 + 3.00 + 0.60 + 5.00 = 13.20; taped over all 13.26
  let job = type(empty, 'Long 13.26 2.00');
  job = type(job, 'A 4.00 2.50 south of Long');
  job = type(job, 'B 3.00 2.50 east of A');
  const last = built(job, 'C 5.00 2.50 east of B');
  expect(last.misclosures[0]?.what).toBe('width');
  job = applyEdit(job, last.edit).job;
  const result = adjustStorey(job, onStorey);
  // weights are 1 / (5 mm + 1 mm/m)²; a misclosure w is shared as w σ² / Σσ²
  const lengths = [13.26, 4, 3, 5];
  const sum = lengths.reduce((s, l) => s + tapeSpreadM(l) ** 2, 0);
  const along = result.tapes.filter((t) => lengths.includes(t.tape.lengthM));
  const residual = (l: number) => along.find((t) => t.tape.lengthM === l)?.residualM ?? NaN;
  const total = residual(4) + residual(3) + residual(5) - residual(13.26);
  for (const l of lengths)
    expect(Math.abs(residual(l))).toBeCloseTo((Math.abs(total) * tapeSpreadM(l) ** 2) / sum, 6);
  // a single loop can't tell its lengths apart: all four have the same normalised residual
  const sizes = along.map((t) => t.normalised);
  expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThan(1e-3);
});

test('after spreading, the walls stand at the adjusted lengths', () => {
  let job = type(empty, 'Long 10.03 2.00');
  job = type(job, 'A 4.00 3.00 south of Long');
  job = type(job, 'B 5.43 3.00 east of A');
  const before = adjustStorey(job, onStorey);
  for (const t of before.tapes) {
    const [a, b] = [get(job, 'wall', t.tape.wallAId), get(job, 'wall', t.tape.wallBId)];
    const across = Math.max(Math.abs(a.ax + a.bx - b.ax - b.bx), Math.abs(a.ay + a.by - b.ay - b.by)) / 2;
    const upright = Math.abs(a.ax - a.bx) < 0.01;
    const gap = upright ? Math.abs(a.ax - b.ax) : Math.abs(a.ay - b.ay);
    expect(gap).toBeCloseTo(across, 3);
    const half = [a, b].reduce(
      (s, w) => s + (job.assemblies.find((x) => x.id === w.assemblyId)?.thicknessM ?? 0) / 2,
      0,
    );
    expect(gap - half).toBeCloseTo(t.tape.lengthM + t.residualM, 3);
  }
  expect(job.rooms.every((r) => isClosed(job, r))).toBe(true);
});

test('a slip of the tape is pointed at when other lengths can tell', () => {
  let job = type(empty, 'A 4.20 3.00');
  job = type(job, 'B 3.00 3.00 east of A');
  job = type(job, 'C 4.20 3.00 south of A');
  job = type(job, 'D 3.00 3.00 south of B');
  job = type(job, 'E 4.02 3.00 south of C');
  const { suspects } = adjustStorey(job, onStorey);
  expect(suspects).toHaveLength(1);
  expect(suspects[0]?.tape.lengthM).toBe(4.02);
  expect(suspects[0] && likelySlip(suspects[0])).toBe(4.2);
});

test('what cannot be built says why and changes nothing', () => {
  const job = type(empty, 'Hall 2.00 6.00');
  const parse = (text: string) => parseRoomLine(text, ['Hall'], 'm');
  const state = parse('Kitchen 4 4 southwest in Hall');
  expect(
    state.ok && buildRoom(job, onStorey, state.line, { innerId: 'asm-lath', outerId: 'asm-stone' }),
  ).toEqual({
    ok: false,
    why: expect.stringContaining('overlap «Hall»'),
  });
  const twice = parse('Hall 4 4 east of Hall');
  expect(twice.ok).toBe(true);
});

test('lines are read in metres and in feet and inches', () => {
  const read = (text: string, lengths: 'm' | 'ft' = 'm') =>
    parseRoomLine(text, ['Hall', 'Front hall'], lengths);
  expect(read('Kitchen 4,20 x 360cm e of front hall')).toMatchObject({
    ok: true,
    line: {
      name: 'Kitchen',
      widthM: 4.2,
      depthM: 3.6,
      where: { kind: 'beside', side: 'east', room: 'Front hall' },
    },
  });
  const feet = read(`Back bedroom 13'9" 11-10 nw in Hall`, 'ft');
  expect(feet.ok && feet.line.widthM).toBeCloseTo(13.75 * 0.3048, 6);
  expect(feet.ok && feet.line.depthM).toBeCloseTo((11 + 10 / 12) * 0.3048, 6);
  expect(feet).toMatchObject({ line: { name: 'Back bedroom', where: { kind: 'in', corner: 'northwest' } } });
});

test('an unfinished line says what comes next and how it may go on', () => {
  const read = (text: string) => parseRoomLine(text, ['Hall', 'Kitchen'], 'm');
  expect(read('')).toMatchObject({ ok: false, why: expect.stringContaining('name') });
  expect(read('Study 4.2')).toMatchObject({ ok: false, why: expect.stringContaining('depth') });
  expect(read('Study 4.2 0.1')).toMatchObject({ ok: false, why: expect.stringContaining('30 cm') });
  expect(read('Study 4.2 3 ea').complete).toEqual(['Study 4.2 3 east of ']);
  expect(read('Study 4.2 3 east of Ki').complete).toEqual(['Study 4.2 3 east of Kitchen']);
  expect(read('Study 4.2 3 east of Barn')).toMatchObject({ ok: false, why: expect.stringContaining('Barn') });
  expect(read('Study 4.2 3 up of Hall')).toMatchObject({ ok: false, why: expect.stringContaining('«up»') });
});

test('lengths that no other checks are never suspects', () => {
  const job = applyEdit(type(empty, 'A 4.20 3.00'), {
    label: 'wrong',
    put: [
      makeRecord({
        type: 'tape',
        id: 'tape-1',
        storeyId: onStorey,
        wallAId: 'wall-1',
        wallBId: 'wall-3',
        lengthM: 5,
      }),
    ],
    remove: [],
  }).job;
  const { suspects, tapes } = adjustStorey(job, onStorey);
  expect(suspects).toEqual([]);
  expect(tapes.every((t) => t.normalised === 0)).toBe(true);
});

test('outer walls painted after the rooms were typed: clear sizes stay, a wall that is outer in part is split', () => {
  const assemblies = 'asm-stud';
  let job = empty;
  for (const text of ['Hall 2.00 6.00', 'Kitchen 4.20 3.60 east of Hall']) {
    const state = parseRoomLine(
      text,
      job.rooms.map((r) => r.name),
      'm',
    );
    const made = state.ok
      ? buildRoom(job, onStorey, state.line, { innerId: assemblies, outerId: assemblies })
      : state;
    if (!made.ok) throw new Error(made.why);
    job = applyEdit(job, made.edit).job;
  }
  const painted = applyEdit(job, paintOuterWalls(job, onStorey, 'asm-stone')).job;
  expect(areas(painted)).toEqual({ Hall: 12, Kitchen: 15.12 });
  expect(painted.rooms.every((r) => isClosed(painted, r))).toBe(true);
  // only the wall between the two is a partition still
  expect(painted.walls.filter((w) => w.assemblyId === assemblies)).toHaveLength(1);
});
