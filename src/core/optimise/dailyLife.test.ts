import { houses } from '@/testing/houses';
import { directInstance } from './candidateOptions';
import { dailyLife } from './dailyLife';
import type { CandidateOption } from './planningInstance';

const [, job, scene] = houses[0] ?? [];
if (!job || !scene) throw new Error('no house');
const { options } = directInstance(job, scene, { noDrilling: false, sure: 0.9 });
const at = (mount: string, is: (c: CandidateOption) => boolean = () => true) => {
  const found = options.find((c) => c.unit.mount === mount && is(c));
  if (!found) throw new Error(`none on ${mount}`);
  return found;
};

test('units are counted by what they stand on, with leads, plugs and lights', () => {
  const shelf = at(
    'shelf',
    (c) => c.product.setup.leadM > 0 && c.product.poeIn === null && c.product.powerW > 0,
  );
  const plug = at('socket', (c) => c.product.setup.leadM === 0 && c.product.powerW > 0);
  const lights = (list: CandidateOption[]) => list.filter((c) => c.product.lights.length > 0).length;
  const lit = (list: CandidateOption[]) => (lights(list) ? `; ${lights(list)} with lights` : '');
  expect(dailyLife([])).toBeNull();
  expect(dailyLife([shelf])).toBe(`1 unit on furniture; 1 power lead to a socket${lit([shelf])}.`);
  expect(dailyLife([shelf, shelf])).toBe(`2 units on furniture; 2 leads to sockets${lit([shelf, shelf])}.`);
  expect(dailyLife([shelf, plug])).toBe(
    `1 unit on furniture, 1 in a socket; 1 power lead to a socket; 1 plug in a socket${lit([shelf, plug])}.`,
  );
});

test('a unit fed over its cable has no lead; a cable to a device is no unit', () => {
  const ceiling = at('ceiling', (c) => c.link.medium === 'ethernet' && c.product.poeIn !== null);
  expect(dailyLife([ceiling])).toMatch(/^1 unit on a ceiling(; 1 with lights)?\.$/);
  const device = { ...ceiling, candidate: { ...ceiling.candidate, kind: 'device' as const } };
  expect(dailyLife([device])).toBeNull();
});
