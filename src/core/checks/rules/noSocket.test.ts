import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../../job/job';
import { house, isSilent, put, says } from '@/testing/testPlans';

says(
  'noSocket',
  () => put(jobFromRecords(quayHouse().filter((r) => r.type !== 'service' || r.kind !== 'socket'))),
  {
    what: /has no socket within reach$/,
    sure: 'likely',
  },
);

isSilent('noSocket', 'with the sockets of the house', () => house);
