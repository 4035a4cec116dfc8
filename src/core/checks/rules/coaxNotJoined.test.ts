import { coax, isSilent, says, servicePoint } from '@/testing/testPlans';

says('coaxNotJoined', () => coax({ joined: 'unknown' }), {
  what: /is not known to be joined$/,
  sure: 'possible',
});

isSilent('coaxNotJoined', 'when both outlets are joined', () =>
  coax({ joined: 'joined' }, { ...servicePoint('coax', 2), joined: 'joined' }),
);
