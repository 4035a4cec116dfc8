import { randomHouse } from '@/testing/randomHouse';
import { makeSolver } from '@/solver/highs';
import { jobFromRecords } from '../job/job';
import { sureEnough } from '../network/sureEnough';
import { buildScene } from '../propagation/scene';
import { directInstance } from './candidateOptions';
import { anyDb, costOf } from './choice';
import { isLargeHouse, leaveOpenEur, leftOpenBy, meetingMost } from './largeHouse';
import { longestS } from './solving';
import { isBeyond } from './reach';
import { openSpots } from './programme';
import { servable } from './subsets';

/** So little that many needs stay open. */
const budgetEur = 100;
const solving = {
  solve: makeSolver(),
  constraints: { budgetEur, forced: new Set<string>() },
  seconds: longestS,
};

test('where no plan meets all needs, no single unit does better for its money than the plan that meets most', async () => {
  const seen = { open: 0, units: 0 };
  for (let seed = 1; seed <= 40; seed++) {
    const job = randomHouse(seed);
    expect(isLargeHouse(job)).toBe(false);
    const direct = directInstance(job, buildScene(job), { noDrilling: false, sure: sureEnough });
    const { instance, choice } = await meetingMost(direct, solving);
    if (choice === null || choice === 'late') throw new Error('a plan that may leave all open was not found');
    const needs = openSpots(servable(instance), anyDb);
    const open = leftOpenBy(instance, choice);
    const met = needs.filter((id) => choice.options.some((c) => c.serves.has(id)));
    expect([...met, ...open].sort()).toEqual([...needs].sort());
    const worth = costOf(choice) + leaveOpenEur * open.length;
    for (const c of direct.options.filter((o) => o.parent === null && o.partsEur <= budgetEur)) {
      const left = needs.filter((id) => !c.serves.has(id)).length;
      expect(worth).toBeLessThanOrEqual(c.costEur + leaveOpenEur * left + 0.01);
    }
    seen.open += open.length;
    seen.units += choice.options.length;
  }
  // some were left open, and some met
  expect(seen.open).toBeGreaterThan(0);
  expect(seen.units).toBeGreaterThan(3);
});

test('far is measured within one building, and never out of doors or from building to building', () => {
  const job = randomHouse(1);
  const [storey] = job.storeys;
  if (!storey) throw new Error('no storey');
  const at = (xM: number, yM: number) => ({ storeyId: storey.id, xM, yM });
  expect(isBeyond(job, at(0, 0), at(12, 16), 19.9)).toBe(true);
  expect(isBeyond(job, at(0, 0), at(12, 16), 20)).toBe(false);
  expect(isBeyond(job, at(0, 0), at(900, 0), Infinity)).toBe(false);
  const outside = jobFromRecords(
    [...job.byId.values()].map((r) => (r.type === 'building' ? { ...r, kind: 'outdoors' as const } : r)),
  );
  expect(isBeyond(outside, at(0, 0), at(900, 0), 20)).toBe(false);
  const other = { ...storey, id: 'barn-ground', buildingId: 'barn' };
  const barn = jobFromRecords([
    ...job.byId.values(),
    ...job.buildings.map((b) => ({ ...b, id: 'barn' })),
    other,
  ]);
  expect(isBeyond(barn, at(0, 0), { storeyId: other.id, xM: 900, yM: 0 }, 20)).toBe(false);
});
