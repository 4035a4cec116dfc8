import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '../job/job';
import type { Link, Product, Unit } from '../job/records';
import { networkOf } from '../network/backhaul';
import { linkTo } from '../network/linkTo';
import { buildScene } from '../propagation/scene';
import { keptOf } from './kept';
import type { Candidate } from './candidate';
import { namedPlaces, unitAt } from './candidates';
import { optionSnags, worryEur } from './optionSnags';

const base = keptOf(jobFromRecords(quayHouse()));
const scene = buildScene(base);
const main = get(base, 'unit', 'unit-a');
const place = (test: (c: Candidate) => boolean): Candidate => {
  const found = namedPlaces(base).find(test);
  if (!found) throw new Error('no such place');
  return found;
};
const buildingOf = (c: Candidate) => get(base, 'storey', c.storeyId).buildingId;
const home = get(base, 'storey', main.storeyId).buildingId;
const snagsOf = (product: Product, c: Candidate, link: (unit: Unit) => Link | null) => {
  const unit = unitAt(product, c, 'new', 'Z9');
  const job = jobFromRecords([...base.byId.values(), unit]);
  const network = networkOf(job, scene, 'planned');
  const placed = network.placed.get('new');
  if (!placed) throw new Error('it is not placed');
  return optionSnags(base, scene, network, { unit, link: link(unit), also: [] }, placed);
};
const node = get(base, 'kit', 'kit-small');
const ethernet = (unit: Unit) =>
  linkTo(base, unit, main, { medium: 'ethernet', category: 'cat6', lengthM: 20, holes: 1 });

test('copper to another building is certainly wrong, glass and a cable at home are not', () => {
  const away = place((c) => c.kind === 'shelf' && buildingOf(c) !== home);
  const here = place((c) => c.kind === 'shelf' && buildingOf(c) === home && c.storeyId !== main.storeyId);
  expect(snagsOf(node, away, ethernet)).toContainEqual({ rule: 'copperBetweenBuildings', sure: 'certain' });
  const fibre = (unit: Unit) => linkTo(base, unit, main, { medium: 'fibre', lengthM: 20, holes: 1 });
  for (const list of [snagsOf(node, away, fibre), snagsOf(node, here, ethernet)])
    expect(list.map((s) => s.rule)).not.toContain('copperBetweenBuildings');
});

test('what is wrong elsewhere in the plan is not laid to an option', () => {
  // the router that is kept stands in a cupboard
  const here = place((c) => c.kind === 'shelf' && buildingOf(c) === home && c.storeyId !== main.storeyId);
  expect(snagsOf(node, here, ethernet).map((s) => s.rule)).not.toContain('unitInCupboard');
});

test('a plug that covers the plate is likely trouble, also of a unit by itself', () => {
  const double = place(
    (c) => c.kind === 'socket' && (get(base, 'service', c.serviceId ?? '').outlets ?? 2) === 2,
  );
  const found = snagsOf(get(base, 'kit', 'kit-plug-in'), double, () => null);
  expect(found).toContainEqual({ rule: 'plugCoversPlate', sure: 'likely' });
});

test('a likely snag counts as two hours, a possible one and a certain one as nothing', () => {
  expect(
    worryEur([{ sure: 'likely' }, { sure: 'likely' }, { sure: 'possible' }, { sure: 'certain' }], 45),
  ).toBe(180);
  expect(worryEur([], 45)).toBe(0);
});
