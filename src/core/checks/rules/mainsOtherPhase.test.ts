import { isSilent, mains, says } from '@/testing/testPlans';

says('mainsOtherPhase', () => mains({ phase: 'L1' }, { phase: 'L2' }), {
  what: /from phase L1 to L2$/,
  sure: 'likely',
});

isSilent('mainsOtherPhase', 'within one phase, and where a phase is not known', () =>
  mains({ phase: 'L1' }, { phase: '' }),
);
