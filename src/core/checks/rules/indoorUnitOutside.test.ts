import { house, isSilent, put, says, unit } from '@/testing/testPlans';

says('indoorUnitOutside', () => put(house, unit('C', 'node', { storeyId: 'open-air', xM: 8, yM: -4 })), {
  what: /^C stands outdoors/,
  sure: 'certain',
});

isSilent('indoorUnitOutside', 'with an outdoor unit', () =>
  put(house, unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 })),
);

const rated = (ipRating: number) => {
  const open = put(house, unit('C', 'outdoor', { storeyId: 'open-air', xM: 8, yM: -4 }));
  const product = open.kits.find((k) => k.id === 'kit-outdoor');
  if (!product) throw new Error('no outdoor product');
  return put(open, { ...product, ipRating });
};
says('indoorUnitOutside', () => rated(53), { what: /IP 53: not enough against rain/, sure: 'certain' });
isSilent('indoorUnitOutside', 'at a rating against splashing water', () => rated(54));
