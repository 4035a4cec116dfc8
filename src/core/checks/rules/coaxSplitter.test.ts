import { coax, isSilent, says, servicePoint } from '@/testing/testPlans';

says('coaxSplitter', () => coax({}), {
  what: /made for the band$/,
});

isSilent('coaxSplitter', 'when the splitter is made for the band', () =>
  coax({}, { ...servicePoint('splitter'), rated: 'yes' }),
);
