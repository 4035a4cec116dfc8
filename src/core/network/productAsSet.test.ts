import { demos } from '@/testing/demoJobs';
import { find, get, type Job } from '../job/job';
import type { Unit } from '../job/records';
import { productAsSet } from './productAsSet';

const job = demos[0]?.job as Job;
const unit = job.units.find((u) => u.planned && find(job, 'kit', u.kitId)?.radios.length) as Unit;
const yard = job.storeys.find((s) => get(job, 'building', s.buildingId).kind === 'outdoors');
/** A product with one radio at 5 and one at 6 GHz, both louder than any rule allows. */
const loud = {
  ...get(job, 'kit', unit.kitId),
  radios: (['5', '6'] as const).map((band) => ({
    ...{ band, use: 'access' as const, standard: 'eht' as const, streams: 2 },
    ...{ widthMHz: 80 as const, eirpDbm: 40, gainDbi: 3, pattern: 'isotropic' as const },
  })),
};
const radiosOf = (over: Partial<Unit>) =>
  productAsSet(job, loud, { ...unit, ...over }).radios.map((r) => [r.band, r.eirpDbm, r.widthMHz]);
const channels = (five: number | null) => ({ ...unit.channels, '5': five, '6': null });

test('no radio has more power than its channel allows', () => {
  expect(job.info.countryGroup).toBe('europe');
  expect(radiosOf({ channels: channels(36) })).toContainEqual(['5', 23, 80]);
  expect(radiosOf({ channels: channels(100) })).toContainEqual(['5', 30, 80]);
  expect(radiosOf({ channels: channels(null) })).toContainEqual(['6', 23, 80]);
});

test('in the open it has the power of the outdoor part, and nothing at 6 GHz', () => {
  expect(yard).toBeDefined();
  expect(radiosOf({ storeyId: yard?.id ?? '', channels: channels(null) })).toEqual([['5', 30, 80]]);
});

test('as wide as it is set, and never wider than it can', () => {
  expect(radiosOf({ widths: { ...unit.widths, '5': 40 } })[0]?.[2]).toBe(40);
  expect(radiosOf({ widths: { ...unit.widths, '5': 160 } })[0]?.[2]).toBe(80);
});

test('what is within the rules stays the product itself', () => {
  const plain = get(job, 'kit', unit.kitId);
  expect(productAsSet(job, plain, unit)).toBe(plain);
});
