import { A, cable, house, put, isSilent, says, unit } from '@/testing/testPlans';

says('copperBetweenBuildings', () => house, {
  what: /^Copper runs to B between two buildings$/,
  sure: 'certain',
});

isSilent('copperBetweenBuildings', 'over fibre', () =>
  put(house, { ...cable, medium: 'fibre', category: null }),
);

// under the eaves of the house that feeds it there is but one earth
const eaves = house.buildings.find((b) => b.kind === 'house');
const open = house.buildings.find((b) => b.kind === 'outdoors');
if (!eaves || !open) throw new Error('no house, or nothing outdoors');
const atWall = unit('C', 'outdoor', {
  ...{ storeyId: 'open-air', mount: 'wall', heightM: 2.7 },
  ...{ xM: eaves.xM - open.xM + 3, yM: eaves.yM - open.yM - 0.3 },
});
const toEaves = { ...cable, id: 'link-c', unitId: atWall.id, fromUnitId: A.id, points: [] };
const fed = () =>
  put({ ...house, links: [] }, { ...cable, medium: 'fibre', category: null }, atWall, toEaves);
isSilent('copperBetweenBuildings', 'to the eaves of the same house', fed);
isSilent('unitInNoRoom', 'under the eaves', fed);
// a post has no earth of its own
says('copperBetweenBuildings', () => put(fed(), { ...atWall, yM: atWall.yM - 3 }), {
  what: /to C in the open/,
  sure: 'possible',
});
