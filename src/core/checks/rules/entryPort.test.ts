import { calm, isSilent, put, says, servicePoint } from '@/testing/testPlans';

says('entryPort', () => put(calm, { ...servicePoint('entry'), box: 'none' }), {
  what: /may not fit M$/,
  sure: 'possible',
});

isSilent('entryPort', 'with a modem at the entry', () =>
  put(calm, { ...servicePoint('entry'), box: 'modem-router' }),
);
