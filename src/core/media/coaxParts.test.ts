import { A, C, house, put } from '@/testing/testPlans';
import { billOf } from '../design/bill';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Link, ServicePoint, Unit } from '../job/records';
import { networkOf } from '../network/backhaul';
import { backhaulOptions } from '../network/backhaulOptions';
import { buildScene } from '../propagation/scene';
import { runbookOf } from '../install/runbook';
import { filterProduct, passesBand, replaced, splitterProduct, splittersOn } from './coaxParts';

const splitter = house.services.find((s) => s.kind === 'splitter') as ServicePoint;
/** A unit of the plan by a coax outlet beyond the splitter, and the way to feed it by coax. */
function byCoax(rated: ServicePoint['rated']) {
  const by = (u: Unit, id: string): Unit => {
    const { storeyId, xM, yM } = get(house, 'service', id);
    return { ...u, storeyId, xM, yM };
  };
  const job = put(
    house,
    { ...splitter, rated },
    by(A, 'ground-coax-1'),
    by({ ...C, id: 'unit-far' }, 'ground-coax-2'),
  );
  const unit = get(job, 'unit', 'unit-far');
  const network = networkOf(job, buildScene(job), 'planned');
  const option = backhaulOptions(job, buildScene(job), unit, network, undefined, { judged: false }).find(
    (o) => o.link.medium === 'coax' && splittersOn(job, o.link).length > 0 && o.whyNot === null,
  );
  if (!option) throw new Error('no way by coax over the splitter');
  return { job, unit, option };
}
/** The plan with that way taken. */
const taken = (job: Job, unit: Unit, link: Link, also: Parameters<typeof putOne>[1][] = []): Job =>
  applyEdit(job, {
    ...putOne('', ...also, link),
    remove: job.links.filter((l) => l.unitId === unit.id && l.id !== link.id).map((l) => l.id),
  }).job;

test('a splitter that is not made for the band is replaced: in the price, in the bill, in the runbook; the rate is that of the new one', () => {
  const good = byCoax('yes');
  const bad = byCoax('no');
  const product = splitterProduct(bad.job, splitter);
  const filter = filterProduct(bad.job);
  if (!product || !filter) throw new Error('the catalogue lacks them');
  expect(bad.option.costEur - good.option.costEur).toBeCloseTo(product.priceEur, 9);
  expect(bad.option.minutes - good.option.minutes).toBeCloseTo(product.fitMinutes, 9);
  expect(bad.option.downMbps).toBeCloseTo(good.option.downMbps, 9);
  expect(good.option.also.filter((r) => r.type === 'service')).toEqual([]);
  expect(bad.option.also).toContainEqual(replaced({ ...splitter, rated: 'no' }));

  const plan = taken(bad.job, bad.unit, bad.option.link, bad.option.also);
  expect(get(plan, 'service', splitter.id).rated).toBe('replaced');
  const lines = billOf(plan).lines;
  expect(lines.find((l) => l.item === product.name)).toMatchObject({ count: 1, minutes: product.fitMinutes });
  expect(lines.find((l) => l.item === filter.name)).toMatchObject({ count: 1 });
  const { steps } = runbookOf(plan);
  expect(steps.find((s) => s.key === `splitter.${splitter.id}`)?.cautions).toEqual(['coax']);
  expect(steps.find((s) => s.key === `adapters.${bad.option.link.id}`)?.after).toContain(
    `splitter.${splitter.id}`,
  );

  // one that is good stays, and costs nothing
  const as = taken(good.job, good.unit, good.option.link);
  expect(billOf(as).lines.map((l) => l.item)).not.toContain(product.name);
  expect(runbookOf(as).steps.map((s) => s.key)).not.toContain(`splitter.${splitter.id}`);
});

test('of splitters the cheapest with enough outputs is taken, or the largest there is', () => {
  expect(splitterProduct(house, { ways: 2 })?.name).toMatch(/2-way/);
  expect(splitterProduct(house, { ways: 3 })?.name).toMatch(/4-way/);
  expect(splitterProduct(house, { ways: null })?.name).toMatch(/4-way/);
  expect(splitterProduct(house, { ways: 8 })?.name).toMatch(/4-way/);
  const none = applyEdit(house, {
    ...putOne(''),
    remove: house.kits.filter((k) => k.kind === 'splitter' || k.kind === 'filter').map((k) => k.id),
  }).job;
  expect([splitterProduct(none, { ways: 2 }), filterProduct(none)]).toEqual([undefined, undefined]);
});

test('which ratings pass the band', () => {
  expect((['unknown', 'no', 'yes', 'replaced'] as const).map((rated) => passesBand({ rated }))).toEqual([
    false,
    false,
    true,
    true,
  ]);
  expect(makeRecord({ ...splitter, rated: 'replaced' }).rated).toBe('replaced');
});
