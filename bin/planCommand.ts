/** nestle plan FILE: proposals with their proof, how often they hold, and what would help where nothing does. */
import { parseArgs } from 'node:util';
import { applyEdit } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import { withPosterior } from '@/core/calibration/posterior';
import { buildScene } from '@/core/propagation/scene';
import { editOf } from '@/core/optimise/editOf';
import { frontOf } from '@/core/optimise/front';
import { type ProposalOptions, propose, type PlanningRun } from '@/core/optimise/propose';
import { whyNotFewer } from '@/core/optimise/questions';
import { whatIfs } from '@/core/optimise/whatIf';
import { robustnessOf } from '@/core/optimise/robust';
import { makeSolver } from '@/solver/highs';

export const planHelp = `nestle plan FILE [--no-drill] [--budget N] [--seconds N] [--front] [--why]

Reads a job file and writes JSON: proposals (least cost; everyone at once, where that costs more; no
drilling; most headroom for the budget) with their units, places, links, cost, minutes, holes, needs met,
worst headroom, whether each is proven best, in what share of 400 cases drawn from the spreads of walls,
units and rooms all needs are met, and the one measurement that would tell most. What nothing can meet
comes with what would help. --budget: parts at most; --seconds: for each solution, else 15; --front: what
each level of headroom costs; --why: why not one unit less.`;

const options = {
  'no-drill': { type: 'boolean' },
  budget: { type: 'string' },
  seconds: { type: 'string' },
  front: { type: 'boolean' },
  why: { type: 'boolean' },
} as const;

/** @throws Error in words about arguments that are not right. */
export function planArguments(args: string[]) {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options });
  const [file, ...rest] = positionals;
  if (!file || rest.length) throw new Error('plan needs one FILE');
  const number = (name: 'budget' | 'seconds', most: number) => {
    const text = values[name];
    if (text === undefined) return undefined;
    const value = Number(text);
    if (!(value > 0 && value <= most)) throw new Error(`--${name}: a number above 0, at most ${most}`);
    return value;
  };
  const [budgetEur, seconds] = [number('budget', 1_000_000), number('seconds', 3600)];
  const asked: ProposalOptions = {
    ...(values['no-drill'] && { noDrilling: true }),
    ...(budgetEur !== undefined && { budgetEur }),
    ...(seconds !== undefined && { seconds }),
  };
  return { file, asked, front: values.front === true, why: values.why === true };
}

/** The answer as plain data. */
export async function planOf(
  job: Job,
  { asked, front, why }: Omit<ReturnType<typeof planArguments>, 'file'>,
): Promise<object> {
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  const [scene, solve] = [withPosterior(job, buildScene(job)), makeSolver()];
  let shop: PlanningRun | undefined;
  const found = await propose(job, scene, solve, asked, undefined, (w) => (shop = w));
  const proposals = [];
  for (const proposal of found.proposals) {
    const { options: columns, worst, ...p } = proposal;
    const { bySpot, ...holds } = robustnessOf(applyEdit(job, editOf(job, columns, 'x').edit).job, scene);
    proposals.push({
      ...p,
      worst: worst && {
        spot: numbers.get(worst.spotId),
        headroomDb: worst.headroomDb,
        certainty: worst.certainty,
      },
      holds: {
        ...holds,
        weakest: bySpot.slice(0, 3).map((s) => ({ spot: numbers.get(s.spotId), share: s.share })),
      },
      ...(why && shop && { whyNotFewer: (await whyNotFewer(shop, proposal)).words }),
    });
  }
  const stuck = found.candidates > 0 && (found.whyNot !== null || found.impossible.length > 0);
  return {
    job: job.info.name,
    candidates: found.candidates,
    columns: found.options,
    whyNot: found.whyNot,
    notAtOnce: found.notAtOnce,
    proposals,
    ...(front &&
      shop && {
        front: (await frontOf(shop)).map(({ choice, ...point }) => ({
          ...point,
          places: choice.options.map((c) => `${c.product.name} ${c.candidate.words}; ${c.label}`),
        })),
      }),
    impossible: found.impossible.map((i) => ({
      spot: numbers.get(i.spotId),
      certainty: i.certainty,
      by: i.by,
    })),
    ...(stuck && { wouldHelp: await whatIfs(job, scene, solve, asked) }),
  };
}
