import { coax, isSilent, says, service } from './testPlans';

says('coaxSplitter', () => coax({}), {
  what: /made for the band$/,
});

isSilent('coaxSplitter', 'when the splitter is made for the band', () =>
  coax({}, { ...service('splitter'), rated: 'yes' }),
);
