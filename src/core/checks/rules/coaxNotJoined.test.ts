import { coax, isSilent, says, servicePoint } from '@/testing/testPlans';

says('coaxNotJoined', () => coax({ joined: 'unknown' }), {
  what: /may not be connected$/,
  sure: 'possible',
});

isSilent('coaxNotJoined', 'when both outlets are joined', () =>
  coax({ joined: 'joined' }, { ...servicePoint('coax', 2), joined: 'joined' }),
);
