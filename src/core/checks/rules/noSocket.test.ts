import { quayHouse } from '@/../demo/make/quayHouse';
import { type Job, jobFromRecords } from '../../job/job';
import type { AnyRecord } from '../../job/records';
import { B, calm, check, fedPoint, house, isSilent, put, says } from '@/testing/testPlans';

says(
  'noSocket',
  () => put(jobFromRecords(quayHouse().filter((r) => r.type !== 'service' || r.kind !== 'socket'))),
  {
    what: /has no socket within reach$/,
    sure: 'likely',
  },
);

isSilent('noSocket', 'with the sockets of the house', () => house);

/** Without a socket anywhere, and no unit but the one in question and its main unit outdoors, where none is wanted. */
const dark = (...records: AnyRecord[]): Job =>
  jobFromRecords(
    [...put(house, ...records).byId.values()].filter((r) => r.type !== 'service' || r.kind !== 'socket'),
  );

says('noSocket', () => dark(...fedPoint('af', 11).filter((r) => r.type !== 'link')), {
  what: /^C has no socket within reach$/,
});

test('noSocket leaves alone what takes its power from its cable, and what is for outdoors', () => {
  const outdoors = { ...B, kitId: 'kit-outdoor' };
  const spoken = check(dark(...fedPoint('af', 11), outdoors), 'noSocket').map((s) => s.recordId);
  expect(spoken).toContain('unit-a');
  expect(spoken).not.toContain('unit-c');
  expect(spoken).not.toContain('unit-b');
});

isSilent('noSocket', 'in a house with one unit by a socket', () => calm);
