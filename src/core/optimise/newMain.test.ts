/** Another main unit in the place of the household's, judged by the plan that comes of it. */
import { tanneryLofts } from '@/../demo/make/tanneryLofts';
import { makeSolver } from '@/solver/highs';
import { applyEdit } from '../job/edits';
import { find, get, type Job, jobFromRecords } from '../job/job';
import type { Product } from '../job/records';
import { withDependants } from '../job/references';
import { buildScene } from '../propagation/scene';
import { editOf } from './editOf';
import { evaluatePlan } from './evaluate';
import { newMains } from './newMain';
import { propose } from './propose';

const flat = jobFromRecords(tanneryLofts());
const [root] = flat.units.filter((u) => u.planned);
if (!root) throw new Error('the flat has no unit');
const main = flat.kits.find((k) => k.kind === 'main');
if (!main) throw new Error('the catalogue has no main unit');

/** The flat with an old, weak router of no family; the main unit of the catalogue at a price. */
function withOldRouter(priceEur: number): Job {
  const weak: Product = {
    ...get(flat, 'kit', root?.kitId ?? ''),
    id: 'kit-weak',
    name: 'Old router',
    kind: 'router',
    family: '',
    priceEur: 0,
  };
  weak.radios = weak.radios.map((r) => ({ ...r, eirpDbm: Math.min(r.eirpDbm, -20) }));
  const strong: Product = { ...get(flat, 'kit', main?.id ?? ''), priceEur };
  const unit = { ...get(flat, 'unit', root?.id ?? ''), kitId: weak.id, found: true, planned: true };
  return applyEdit(flat, {
    label: '',
    put: [weak, unit, strong],
    // nobody needs anything in bed
    remove: withDependants(flat, ['spot-4']),
  }).job;
}
const solve = makeSolver();

describe('another main unit', () => {
  const cheap = withOldRouter(20);
  const scene = buildScene(cheap);

  test('stands where the old one was, which stays as found', () => {
    const [first] = newMains(cheap);
    if (!first) throw new Error('no main unit');
    expect(first).toMatchObject({ partsEur: 20, instead: 'Old router' });
    expect(get(first.job, 'unit', root.id)).toMatchObject({ found: true, planned: false });
    expect(first.unit).toMatchObject({ xM: root.xM, yM: root.yM, letter: root.letter, found: false });
  });

  test('one that the installer has planned is not replaced', () => {
    const planned = applyEdit(flat, { label: '', put: [{ ...root, found: false }], remove: [] }).job;
    expect(newMains(planned)).toEqual([]);
  });

  test('is proposed where it costs less, and the plan is worth what the proposal says', async () => {
    const { proposals } = await propose(cheap, scene, solve);
    const proposal = proposals.find((p) => p.kind === 'new main unit');
    const least = proposals.find((p) => p.kind === 'least cost');
    if (!proposal?.main) throw new Error('no proposal with a new main unit');
    if (least) expect(proposal.costEur).toBeLessThan(least.costEur);
    const { edit } = editOf(cheap, proposal.options, 'x', proposal.main.edit);
    const { job: planned, inverse } = applyEdit(cheap, edit);
    const worth = evaluatePlan(planned, scene);
    expect(worth.costEur).toBeCloseTo(proposal.costEur, 6);
    expect(worth.needs.every((n) => n.met)).toBe(true);
    expect(worth.snags.filter((s) => s.sure === 'certain')).toEqual([]);
    expect(find(planned, 'unit', root.id)).toMatchObject({ found: true, planned: false });
    // one step back brings the house as it was
    expect(applyEdit(planned, inverse).job.byId).toEqual(cheap.byId);
  }, 60_000);

  test('is not proposed where it costs more than what it saves', async () => {
    const dear = withOldRouter(5000);
    const { proposals } = await propose(dear, buildScene(dear), solve);
    expect(proposals.some((p) => p.kind === 'new main unit')).toBe(false);
  }, 60_000);
});
