import { coax, house, isSilent, says } from '@/testing/testPlans';

says('coaxFilter', () => coax({}), {
  what: /coax entry needs a filter/,
  sure: 'likely',
});

isSilent('coaxFilter', 'without a coax link', () => house);
