import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { smallHouse } from '../../testing/smallHouse';
import { withRooms } from '../survey/rooms';
import { openGaps } from './openGaps';
import { surveyGaps } from './surveyGaps';

const job = smallHouse({ outerAssemblyId: 'asm-brick' });
const wall = (id: string, ax: number, ay: number, bx: number, by: number, assemblyId = 'asm-stud') =>
  makeRecord({ type: 'wall', id, storeyId: 'storey-0', ax, ay, bx, by, assemblyId });
const put = (to: Job, ...records: Parameters<typeof putOne>[1][]) =>
  applyEdit(to, withRooms(to, putOne('x', ...records))).job;
const about = (to: Job, id: string) => surveyGaps(to, []).find((g) => g.id.startsWith(id));

test('a partition that stops short is a gap; its repair closes the room', () => {
  const short = put(job, wall('p', 4, 0.065, 4, 6.4));
  expect(short.rooms).toHaveLength(1);
  const [gap] = openGaps(short, 'storey-0');
  expect(gap?.widthM).toBeCloseTo(6.935 - 6.4, 3);
  expect(about(short, 'gap')).toMatchObject({ missing: 'ends 0.54 m short', repair: { name: 'Close' } });
  const closed = applyEdit(short, withRooms(short, gap?.repair ?? { label: '', put: [], remove: [] })).job;
  expect(openGaps(closed, 'storey-0')).toEqual([]);
  expect(closed.rooms).toHaveLength(2);
});

test('two ends that miss their corner are one gap, and meet in it', () => {
  const open = put(job, wall('p', 4, 0.065, 4, 3.8), wall('q', 4.4, 4, 8.935, 4));
  const gaps = openGaps(open, 'storey-0');
  expect(gaps).toHaveLength(1);
  const closed = applyEdit(open, withRooms(open, gaps[0]?.repair ?? { label: '', put: [], remove: [] })).job;
  expect(get(closed, 'wall', 'p')).toMatchObject({ bx: 4, by: 4 });
  expect(get(closed, 'wall', 'q')).toMatchObject({ ax: 4, ay: 4 });
  expect(closed.rooms).toHaveLength(2);
});

test('a screen that ends far from everything is no gap', () => {
  expect(openGaps(put(job, wall('p', 4, 0.065, 4, 3)), 'storey-0')).toEqual([]);
});

test('a wall of unknown make costs its spread at the spots whose signal passes it', () => {
  const unknown = put(job, wall('p', 4, 0.065, 4, 6.935, 'asm-unknown'));
  const gaps = surveyGaps(unknown, [
    { spotId: 'a', unitId: 'unit-a', terms: [{ id: null }, { id: 'p' }] },
    { spotId: 'b', unitId: 'unit-a', terms: [{ id: null }] },
  ]);
  expect(gaps.find((g) => g.id === 'wall-p')).toMatchObject({
    subject: 'Wall between Living space and Room 1',
    spreadDb: 6,
    touches: '1 spot',
  });
});

test('rooms that run into each other can be parted without a wall', () => {
  const parted = put(job, wall('p', 4, 0.065, 4, 6.935));
  const named = put(parted, { ...get(parted, 'room', 'room-1'), name: 'Kitchen', named: true });
  const open = applyEdit(named, withRooms(named, { label: 'x', put: [], remove: ['p'] })).job;
  const gap = about(open, 'open-room-1');
  expect(gap).toMatchObject({
    subject: 'Kitchen',
    missing: 'no wall to Living space',
    repair: { name: 'Part' },
  });
  const again = applyEdit(open, withRooms(open, gap?.repair?.edit ?? { label: '', put: [], remove: [] })).job;
  expect(about(again, 'open-')).toBeUndefined();
  expect(again.walls.find((w) => w.assemblyId === 'asm-no-wall')).toBeDefined();
});

test('what there is to say about services, floors, spots and needs', () => {
  const floor = put(
    job,
    { ...get(job, 'storey', 'storey-0'), floorAssemblyId: null },
    { ...get(job, 'service', 'entry'), box: 'none' },
  );
  expect(about(floor, 'floor-')).toMatchObject({ missing: 'construction' });
  expect(about(floor, 'box')).toMatchObject({ missing: 'which box exists' });
  expect(about(job, 'spots')).toMatchObject({ needed: true });
  expect(surveyGaps(job, [])[0]?.id).toBe('spots');
  expect(about(job, 'spot-storey-0-room')).toMatchObject({ missing: 'a need, but no spot' });
  const socket = makeRecord({
    type: 'service',
    id: 's',
    storeyId: 'storey-0',
    kind: 'socket',
    name: 'Socket',
    xM: 1,
    yM: 1,
    heightM: 0.3,
    circuit: '',
    note: '',
  });
  expect(about(put(job, socket), 'circuits')).toMatchObject({ subject: '1 socket', spreadDb: 12 });
});
