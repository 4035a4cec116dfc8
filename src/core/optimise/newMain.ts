/** A new main unit in the place of the household's: whether that meets every need for less. */
import { billOf } from '../design/bill';
import { changeUnit } from '../design/changeUnit';
import { applyEdit, type Edit } from '../job/edits';
import { get, type Job } from '../job/job';
import type { Product, Unit } from '../job/records';
import { networkOf } from '../network/backhaul';
import { deviceNeeds } from './evaluate';
import { predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { type Rules } from './candidateOptions';
import { keptOf } from './kept';
import { bestHeadroom, type Choice, costOf } from './choice';
import { leastCost, type LeastCost } from './leastCost';
import { cheapestIn, type Solving } from './solving';
import { hourEur } from './planningInstance';
import { impossibleOf, upToCost } from './subsets';

/** Another main unit, and the job with it in the place of the household's. */
export interface NewMain {
  product: Product;
  unit: Unit;
  /** The product that it takes the place of. */
  instead: string;
  /** Puts it there; the household's stays as found. */
  edit: Edit;
  job: Job;
  partsEur: number;
  minutes: number;
  costEur: number;
}

/** Every main unit of the catalogue in the place of the one that was found; the cheapest first. */
export function newMains(job: Job): NewMain[] {
  const roots = keptOf(job).units.filter((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  const [root] = roots;
  if (!root?.found || roots.length > 1) return [];
  const { name } = get(job, 'kit', root.kitId);
  const had = billOf(keptOf(job));
  return job.kits
    .filter((product) => product.kind === 'main' && product.id !== root.kitId)
    .map((product): NewMain => {
      const label = `${product.name} instead of ${name}`;
      const { edit, id } = changeUnit(job, { ...root, kitId: product.id }, label, true);
      const next = applyEdit(job, edit).job;
      const bill = billOf(keptOf(next));
      const [partsEur, minutes] = [bill.partsEur - had.partsEur, bill.minutes - had.minutes];
      const costEur = partsEur + (minutes / 60) * hourEur;
      return {
        product,
        unit: get(next, 'unit', id),
        instead: name,
        edit,
        job: next,
        partsEur,
        minutes,
        costEur,
      };
    })
    .sort((a, b) => a.costEur - b.costEur);
}

/** Spots and fixed devices that stay unmet with what is kept alone. */
function unmetOf(job: Job, scene: Scene, sure: number): string[] {
  const base = keptOf(job);
  const network = networkOf(base, scene, 'planned');
  const spots = predictJob(base, scene, network, { why: false }).map((p) => ({ ...p, id: p.spotId }));
  return [...spots, ...deviceNeeds(base, scene, network)].filter((n) => n.certainty < sure).map((n) => n.id);
}

export interface WithNewMain {
  main: NewMain;
  found: LeastCost;
  solving: Solving;
  choice: Choice;
  /** With the main unit, in the job's currency. */
  costEur: number;
}

/**
 * The least cost with another main unit, where that is less than without, or meets what nothing else meets.
 * @param without least cost with what is there; null = nothing was found.
 * @returns null where none does; of each main unit it is known that it costs more, or leaves more unmet.
 */
export async function withNewMain(
  job: Job,
  scene: Scene,
  rules: Rules,
  solving: Solving,
  without: { costEur: number; impossible: readonly { spotId: string }[] } | null,
): Promise<WithNewMain | null> {
  const lost = new Set(without?.impossible.map((i) => i.spotId));
  let best: WithNewMain | null = null;
  // the least that anything beside a main unit costs
  const leastUnitEur = Math.min(
    ...job.kits
      .filter((k) => k.radios.some((r) => r.use === 'access') && k.kind !== 'main')
      .map((k) => k.priceEur + (k.fitMinutes / 60) * hourEur),
  );
  for (const main of newMains(job)) {
    const mostEur = best?.costEur ?? (lost.size || !without ? Infinity : without.costEur);
    const budgetEur = solving.constraints.budgetEur;
    if (budgetEur !== null && main.partsEur > budgetEur) continue;
    const unmet = unmetOf(main.job, scene, rules.sure).filter((id) => !lost.has(id));
    if (main.costEur + (unmet.length ? leastUnitEur : 0) >= mostEur - lessBy) continue;
    const leftEur = budgetEur === null ? null : budgetEur - main.partsEur;
    const own: Solving = { ...solving, constraints: { ...solving.constraints, budgetEur: leftEur } };
    const limitEur = mostEur - main.costEur;
    const found = await leastCost(main.job, scene, rules, own, null, undefined, limitEur);
    const { answer } = found;
    if (!answer || answer === 'late' || found.leftOpen.length) continue;
    const left = impossibleOf(found.instance);
    const costEur = main.costEur + costOf(answer);
    const meetsMore = without !== null && left.length < lost.size;
    if (left.some((i) => without && !lost.has(i.spotId))) continue;
    if (!meetsMore && costEur >= mostEur - lessBy) continue;
    const cost = costOf(answer) + 0.01;
    const within = upToCost(found.possible, cost);
    const { choice } = await bestHeadroom(
      answer,
      (c) => costOf(c) <= cost,
      (leastDb) => cheapestIn(within, own, leastDb),
    );
    best = { main, found, solving: own, choice, costEur };
  }
  return best;
}

/** Less by so little is no reason for another main unit, in the job's currency (custom). */
const lessBy = 1;
