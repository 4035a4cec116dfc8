/** What is in the way where not all needs can be met, and the least that would have to give. */
import { type Job, jobFromRecords } from '../job/job';
import { spotNeed } from '../job/needs';
import type { JobInfo } from '../job/records';
import type { Scene } from '../propagation/model';
import { anyDb, cheapestOf, partsOf, priceOf } from './choice';
import { planningInstance } from './candidateOptions';
import type { PlanningInstance } from './planningInstance';
import { longestS } from './solving';
import { type ProposalOptions, rulesOf } from './propose';
import { impossibleOf, servable } from './subsets';
import type { Solver } from './programme';

export interface WhatIf {
  kind: 'drilling' | 'places' | 'budget' | 'plan' | 'device' | 'certainty';
  words: string;
  /** Spots that still have nothing that meets their need. */
  stillImpossible: number;
  /** With it, parts and parts with work; null where even then no choice meets what can be met. */
  partsEur: number | null;
  costEur: number | null;
}

/** Plans are sold in steps of this, Mbps (custom). */
const planStepMbps = 50;

const withInfo = (job: Job, part: Partial<JobInfo>): Job =>
  jobFromRecords([...job.byId.values()].map((r) => (r.type === 'job' ? { ...r, ...part } : r)));

/**
 * Each single thing that could give, tried by making the instance anew and solving: drilling, places left
 * out by hand, the budget, the plan's speed, the device, how sure is sure enough. Those that leave no
 * spot without an answer come first, of them the cheapest; those that change nothing are left out.
 */
export async function whatIfs(
  job: Job,
  scene: Scene,
  solve: Solver,
  asked: ProposalOptions = {},
): Promise<WhatIf[]> {
  const seconds = asked.seconds ?? longestS;
  const budgetEur = asked.budgetEur === undefined ? job.info.budget : asked.budgetEur;
  const rules = rulesOf(job, asked);
  const cheapest = async (instance: PlanningInstance, budget: number | null) => {
    const g = servable(instance);
    const constraints = { budgetEur: budget, leastHeadroomDb: anyDb, forced: rules.forced };
    const found = await cheapestOf(g, solve, constraints, seconds);
    return found === 'late' ? null : found;
  };
  const now = planningInstance(job, scene, rules);
  const lost = impossibleOf(now);
  const before = { lost: lost.length, choice: await cheapest(now, budgetEur) };
  if (before.lost === 0 && before.choice) return [];
  const list: WhatIf[] = [];
  const add = async (
    kind: WhatIf['kind'],
    words: string,
    instance: PlanningInstance,
    budget: number | null,
  ) => {
    const left = impossibleOf(instance).length;
    const choice = await cheapest(instance, budget);
    const helps = left < before.lost || (left === before.lost && choice !== null && before.choice === null);
    if (helps)
      list.push({
        kind,
        words,
        stillImpossible: left,
        partsEur: choice && partsOf(choice),
        costEur: choice && priceOf(choice),
      });
    return choice;
  };
  if (budgetEur !== null && before.choice === null) {
    const open = await cheapest(now, null);
    if (open) {
      const more = Math.ceil(partsOf(open) - budgetEur);
      await add('budget', `add ${more} to the budget`, now, null);
    }
  }
  if (rules.noDrilling) {
    const drilled = withInfo(job, { noDrilling: false });
    await add(
      'drilling',
      'allow drilling',
      planningInstance(drilled, scene, { ...rules, noDrilling: false }),
      budgetEur,
    );
  }
  if (rules.forbidden.size > 0)
    await add(
      'places',
      'allow the excluded places',
      planningInstance(job, scene, { ...rules, forbidden: new Set() }),
      budgetEur,
    );
  const most = Math.max(0, ...job.spots.map((s) => spotNeed(job, s).downMbps));
  const mostUp = Math.max(0, ...job.spots.map((s) => spotNeed(job, s).upMbps));
  if (most > job.info.planDownMbps || mostUp > job.info.planUpMbps) {
    const step = (v: number) => Math.ceil(v / planStepMbps) * planStepMbps;
    const planDownMbps = Math.max(job.info.planDownMbps, step(most));
    const planUpMbps = Math.max(job.info.planUpMbps, step(mostUp));
    await add(
      'plan',
      `order a contract of ${planDownMbps} Mbps down and ${planUpMbps} up`,
      planningInstance(withInfo(job, { planDownMbps, planUpMbps }), scene, rules),
      budgetEur,
    );
  }
  const best = job.devices.find((d) => d.id === job.info.bestDeviceId);
  if (best && best.id !== job.info.testDeviceId)
    await add(
      'device',
      `use ${best.name} instead`,
      planningInstance(withInfo(job, { testDeviceId: best.id }), scene, rules),
      budgetEur,
    );
  const surest = Math.floor(100 * Math.min(...lost.map((l) => l.certainty)));
  if (lost.length > 0 && surest >= 50)
    await add(
      'certainty',
      `accept ${surest} % certainty`,
      planningInstance(job, scene, { ...rules, sure: surest / 100 }),
      budgetEur,
    );
  return list.sort(
    (a, b) => a.stillImpossible - b.stillImpossible || (a.costEur ?? Infinity) - (b.costEur ?? Infinity),
  );
}
