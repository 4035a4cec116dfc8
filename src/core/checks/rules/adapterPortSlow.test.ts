import { coax, isSilent, product, says } from '@/testing/testPlans';

says('adapterPortSlow', () => coax({}, { ...product('coax-adapter'), portMbps: 100 }), {
  what: /port of 100 Mbps on a link for 2500$/,
  sure: 'certain',
});

isSilent('adapterPortSlow', 'with a port as fast as the coax', () =>
  coax({}, { ...product('coax-adapter'), portMbps: 2500 }),
);
