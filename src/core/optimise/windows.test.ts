import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord, type RecordInput } from '../job/make';
import { candidatesOf, namedPlaces, placesAside } from './candidates';
import { isBeforeWindow } from './windows';

const small = smallHouse();
const storeyId = small.storeys[0]?.id ?? '';
const put = (job: Job, ...records: RecordInput[]) =>
  applyEdit(job, { label: 'x', put: records.map((r) => makeRecord(r)), remove: [] }).job;
const opening = (kind: 'window' | 'door', sillM: number): RecordInput => ({
  ...{ type: 'opening', id: 'o', wallId: 'w', kind, offsetM: 4, widthM: 1.2, sillM, headM: 2.1 },
  ...{ assemblyId: null, hinge: 'start', swing: 'left' },
});
const wall: RecordInput = {
  ...{
    type: 'wall',
    id: 'w',
    storeyId,
    ax: 0,
    ay: 3,
    bx: 8,
    by: 3,
    assemblyId: small.assemblies[0]?.id ?? '',
  },
};
const job = put(small, wall, opening('window', 0.9));
const at = (xM: number, yM: number, heightM = 1.2) => ({ storeyId, xM, yM, heightM });

test('in front of a window is beside it, at its height, on either side of the wall', () => {
  expect(isBeforeWindow(job, at(4, 3.5))).toBe(true);
  expect(isBeforeWindow(job, at(4, 2.5))).toBe(true);
  expect(isBeforeWindow(job, at(4, 4))).toBe(false);
  expect(isBeforeWindow(job, at(4.7, 3.5))).toBe(false);
  expect(isBeforeWindow(job, at(4, 3.5, 0.3))).toBe(false);
  expect(isBeforeWindow(job, at(4, 3.5, 2.4))).toBe(false);
  expect(isBeforeWindow(job, { ...at(4, 3.5), storeyId: 'other' })).toBe(false);
  expect(isBeforeWindow(put(job, opening('door', 0)), at(4, 3.5))).toBe(false);
});

test('asked for, no place is in front of one; not asked for, they are', () => {
  const socket: RecordInput = {
    ...{ type: 'service', id: 's1', kind: 'socket', name: 's1', storeyId, xM: 4, yM: 3.1, heightM: 0.3 },
    ...{ circuit: '', note: '' },
  };
  const bare = put(job, socket);
  const asked = put(bare, { ...bare.info, clearWindows: true });
  const before = (j: Job) =>
    [...namedPlaces(j), ...placesAside(j, candidatesOf(j))]
      .filter((c) => isBeforeWindow(j, c))
      .map((c) => c.id);
  expect(before(bare)).toContain('shelf-s1');
  expect(before(asked)).toEqual([]);
  // on the socket itself, under the sill, it may be
  expect(candidatesOf(asked).some((c) => c.id === 'socket-s1')).toBe(true);
});
