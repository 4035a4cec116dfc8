import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord, type RecordInput } from '../job/make';
import { withRooms } from '../survey/rooms';
import type { SpotTerms, SurveyGap } from './surveyGap';
import { surveyGaps } from './surveyGaps';

const house = smallHouse({ outerAssemblyId: 'asm-brick' });
const storeyId = house.storeys[0]?.id ?? '';
const change = (job: Job, put: RecordInput[], remove: string[] = []): Job =>
  applyEdit(job, withRooms(job, { label: 'x', put: put.map((r) => makeRecord(r)), remove })).job;
const ids = (job: Job, terms: SpotTerms[] = []) => surveyGaps(job, terms).map((g) => g.id);
const gap = (job: Job, id: string, terms: SpotTerms[] = []): SurveyGap => {
  const found = surveyGaps(job, terms).find((g) => g.id === id);
  if (!found) throw new Error(`no gap ${id} among ${ids(job).join(', ')}`);
  return found;
};
const spot = (over: object = {}): RecordInput => ({
  type: 'spot',
  id: 'spot-1',
  number: 1,
  name: 'Desk',
  storeyId,
  roomId: house.rooms[0]?.id ?? '',
  xM: 3,
  yM: 3,
  heightM: 1,
  activityIds: null,
  ...over,
});
const point = (kind: 'splitter' | 'coax' | 'socket', over: object = {}): RecordInput => ({
  type: 'service',
  id: `${kind}-x`,
  kind,
  name: kind,
  storeyId,
  xM: 2,
  yM: 0.3,
  heightM: 0.3,
  circuit: '',
  note: '',
  ...over,
});

test('a new house lacks its spots before all else', () => {
  const [first] = surveyGaps(house, []);
  expect(first).toMatchObject({ id: 'spots', needed: true, touches: 'the proof' });
  expect(ids(change(house, [spot()]))).not.toContain('spots');
});

test('the way in: no entry is needed, a box that nobody named is not', () => {
  const entry = house.services.find((s) => s.kind === 'entry');
  if (!entry) throw new Error('no entry');
  expect(gap(change(house, [], [entry.id]), 'entry')).toMatchObject({ needed: true, recordId: null });
  const unnamed = change(house, [{ ...entry, box: 'none' }]);
  expect(gap(unnamed, 'box')).toMatchObject({ needed: false, recordId: entry.id });
  expect(ids(unnamed)).not.toContain('entry');
  expect(ids(change(house, [{ ...entry, box: 'terminal' }]))).not.toContain('box');
});

test('the unit as found, and the device that measures', () => {
  const found = house.units.filter((u) => u.found).map((u) => u.id);
  expect(ids(house)).not.toContain('found');
  expect(ids(change(house, [], found))).toContain('found');
  expect(ids(house)).not.toContain('device');
  expect(gap({ ...house, info: { ...house.info, testDeviceId: null } }, 'device').needed).toBe(true);
});

test('a storey without walls, once', () => {
  expect(ids(house).filter((id) => id.startsWith('walls-'))).toEqual([]);
  const bare = change(
    house,
    [],
    [...house.walls, ...house.openings, ...house.tapes].map((r) => r.id),
  );
  expect(gap(bare, `walls-${storeyId}`)).toMatchObject({ missing: 'no walls drawn', recordId: storeyId });
});

test('a floor of nothing known touches the spots of its storey', () => {
  const [storey] = house.storeys;
  if (!storey) throw new Error('no storey');
  const unknown = change(house, [
    { ...storey, floorAssemblyId: null },
    spot(),
    spot({ id: 'spot-2', number: 2 }),
  ]);
  expect(gap(unknown, `floor-${storeyId}`)).toMatchObject({ spreadDb: 6, spots: 2, touches: '2 spots' });
  expect(ids(house).some((id) => id.startsWith('floor-'))).toBe(false);
});

test('coax: a splitter without a rating, an outlet that may end nowhere', () => {
  expect(
    gap(change(house, [point('splitter', { ways: 4, rated: 'unknown' })]), 'rated-splitter-x').spreadDb,
  ).toBe(9);
  for (const rated of ['yes', 'no'])
    expect(ids(change(house, [point('splitter', { ways: 4, rated })]))).not.toContain('rated-splitter-x');
  expect(ids(change(house, [point('coax', { joined: 'unknown' })]))).toContain('joined-coax-x');
  for (const joined of ['joined', 'not-joined'])
    expect(ids(change(house, [point('coax', { joined })]))).not.toContain('joined-coax-x');
});

test('sockets whose circuit nobody traced are counted together', () => {
  const before = house.services.filter((s) => s.kind === 'socket' && s.circuit === '').length;
  const two = change(house, [
    point('socket', { id: 's1', circuit: '' }),
    point('socket', { id: 's2', circuit: '' }),
  ]);
  expect(gap(two, 'circuits')).toMatchObject({ subject: `${before + 2} sockets`, spreadDb: 12 });
  const traced = change(house, [
    ...house.services.filter((s) => s.kind === 'socket').map((s) => ({ ...s, circuit: 'R1' })),
    point('socket', { id: 's1', circuit: 'R1' }),
  ]);
  expect(ids(traced)).not.toContain('circuits');
});

test('rooms with a need and no spot, and with spots and no need', () => {
  const [room] = house.rooms;
  const [activity] = house.activities;
  if (!room || !activity) throw new Error('no room or activity');
  const need = { ...room, activityIds: [activity.id] };
  expect(gap(change(house, [need]), `spot-${room.id}`)).toMatchObject({ missing: 'a need, but no spot' });
  expect(ids(change(house, [need, spot()])).filter((id) => /^(spot|need)-/.test(id))).toEqual([]);
  expect(gap(change(house, [{ ...room, activityIds: [] }, spot()]), `need-${room.id}`)).toMatchObject({
    spots: 1,
    touches: '1 spot',
  });
  const own = change(house, [{ ...room, activityIds: [] }, spot({ activityIds: [activity.id] })]);
  expect(ids(own).filter((id) => id.startsWith('need-'))).toEqual([]);
});

test('what is needed comes first, then what mends itself, then dB times spots', () => {
  const unknownWall = (id: string, x: number): RecordInput => ({
    type: 'wall',
    id,
    storeyId,
    ax: x,
    ay: 0.11,
    bx: x,
    by: 6.89,
    assemblyId: 'asm-unknown',
  });
  const job = change(house, [unknownWall('p', 3), unknownWall('q', 6), spot()]);
  const terms: SpotTerms[] = [
    { spotId: 'spot-1', unitId: null, terms: [{ id: 'q' }] },
    { spotId: 'spot-2', unitId: null, terms: [{ id: 'q' }, { id: 'p' }] },
  ];
  const order = ids(job, terms).filter((id) => id === 'wall-p' || id === 'wall-q');
  expect(order).toEqual(['wall-q', 'wall-p']);
  expect(gap(job, 'wall-q', terms)).toMatchObject({ spots: 2, touches: '2 spots', spreadDb: 6 });
  const none = change(job, [], ['spot-1']);
  expect(ids(none)[0]).toBe('spots');
});
