import { coax, isSilent, says, service } from './testPlans';

says('coaxNotJoined', () => coax({ joined: 'unknown' }), {
  what: /is not known to be joined$/,
  sure: 'possible',
});

isSilent('coaxNotJoined', 'when both outlets are joined', () =>
  coax({ joined: 'joined' }, { ...service('coax', 2), joined: 'joined' }),
);
