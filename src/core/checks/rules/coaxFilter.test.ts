import { coax, house, isSilent, says } from '@/testing/testPlans';

says('coaxFilter', () => coax({}), {
  what: /filter belongs where the coax enters/,
  sure: 'likely',
});

isSilent('coaxFilter', 'without a coax link', () => house);
