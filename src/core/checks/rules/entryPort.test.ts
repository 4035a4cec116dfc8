import { calm, isSilent, put, says, service } from './testPlans';

says('entryPort', () => put(calm, { ...service('entry'), box: 'none' }), {
  what: /may not fit M$/,
  sure: 'possible',
});

isSilent('entryPort', 'with a modem at the entry', () =>
  put(calm, { ...service('entry'), box: 'modem-router' }),
);
