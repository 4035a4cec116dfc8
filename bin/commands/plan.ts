/** nestle plan FILE: proposals with their proof, how often they hold, and what would help where nothing does. */
import { withPosterior } from '@/core/calibration/posterior';
import { applyEdit } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import { editOf } from '@/core/optimise/editOf';
import { frontOf } from '@/core/optimise/front';
import type { Proposal } from '@/core/optimise/proposal';
import { type PlanningRun, type ProposalOptions, propose } from '@/core/optimise/propose';
import { whyNotFewer } from '@/core/optimise/questions';
import { robustnessOf } from '@/core/optimise/robust';
import { whatIfs } from '@/core/optimise/whatIf';
import { buildScene } from '@/core/propagation/scene';
import { makeSolver } from '@/solver/highs';
import { type Command, parsed, print, readJob, UsageError, word } from './command';

function numberOf(name: string, text: string | undefined, most: number): number | undefined {
  if (text === undefined) return undefined;
  const value = Number(text);
  if (!(value > 0 && value <= most)) throw new UsageError(`--${name}: a number above 0, at most ${most}`);
  return value;
}

export const plan: Command = {
  help: `nestle plan FILE [--no-drill] [--budget N] [--seconds N] [--front] [--why]

Reads a job file and writes JSON: proposals (least cost; everyone at once, where that costs more; no
drilling; most headroom for the budget) with their units, places, links, cost, minutes, holes, needs met,
worst headroom, whether each is proven best, in what share of 400 cases drawn from the spreads of walls,
units and rooms all needs are met, and the one measurement that would tell most. What nothing can meet
comes with what would help. bound: what no choice can cost less than; provenOver: what the proof covers;
stoppedBy: what ended the search. What is found is told on the error output as it comes. --budget: parts at most; --seconds: for each solution at most, else 120; --front: what
each level of headroom costs; --why: the result with one unit fewer.`,
  async run(args) {
    const { values, words } = parsed(
      args,
      {
        'no-drill': { type: 'boolean' },
        budget: { type: 'string' },
        seconds: { type: 'string' },
        front: { type: 'boolean' },
        why: { type: 'boolean' },
      },
      ['FILE'],
    );
    const budgetEur = numberOf('budget', values.budget, 1_000_000);
    const seconds = numberOf('seconds', values.seconds, 3600);
    const asked: ProposalOptions = {
      ...(values['no-drill'] && { noDrilling: true }),
      ...(budgetEur !== undefined && { budgetEur }),
      ...(seconds !== undefined && { seconds }),
    };
    print(
      await planOf(readJob(word(words, 0)), asked, {
        front: values.front === true,
        why: values.why === true,
      }),
    );
  },
};

/** What is found, as it comes: what has run for long has something to show. */
const tellSoFar = ({ kind, costEur, proven, early }: Proposal): void =>
  console.error(`${kind}: ${costEur.toFixed(2)}${early ? ', first answer' : proven ? ', optimal' : ''}`);

/** The answer as plain data. */
async function planOf(
  job: Job,
  asked: ProposalOptions,
  { front, why }: { front: boolean; why: boolean },
): Promise<object> {
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  const [scene, solve] = [withPosterior(job, buildScene(job)), makeSolver()];
  const runs: PlanningRun[] = [];
  const found = await propose(job, scene, solve, asked, tellSoFar, (made) => runs.push(made));
  const [run] = runs;
  const proposals = [];
  for (const proposal of found.proposals) {
    const { options, worst, main, ...p } = proposal;
    const own = runs.findLast((r) => r.proposals.includes(proposal));
    const { bySpot, ...holds } = robustnessOf(
      applyEdit(job, editOf(job, options, 'x', main?.edit).edit).job,
      scene,
    );
    proposals.push({
      ...p,
      main: main && { product: main.product.name, partsEur: main.partsEur, minutes: main.minutes },
      bound: p.proven ? p.costEur : p.gapEur === null ? null : p.costEur - p.gapEur,
      worst: worst && {
        spot: numbers.get(worst.spotId),
        headroomDb: worst.headroomDb,
        certainty: worst.certainty,
      },
      holds: {
        ...holds,
        weakest: bySpot.slice(0, 3).map((s) => ({ spot: numbers.get(s.spotId), share: s.share })),
      },
      ...(why && own && { whyNotFewer: (await whyNotFewer(own, proposal)).words }),
    });
  }
  const stuck = found.candidates > 0 && (found.whyNot !== null || found.impossible.length > 0);
  return {
    job: job.info.name,
    candidates: found.candidates,
    columns: found.options,
    whyNot: found.whyNot,
    notAtOnce: found.notAtOnce,
    leftOpen: found.leftOpen.map((id) => ({
      spot: numbers.get(id),
      ...(numbers.has(id) ? {} : { device: id }),
    })),
    provenOver: {
      places: found.candidates,
      options: found.options,
      hops: 2,
      words:
        'places by and aside of sockets, by outlets, beside kept units, on ceilings and under eaves; units behind at most two new units, wirelessly or by a cable; switches beside kept units; cables to fixed devices. Of a large house: plans at places with names, the bound at all of them; within 25 m',
    },
    stoppedBy: found.proposals.every((p) => p.proven) ? 'proof' : 'limit of the search',
    proposals,
    ...(front &&
      run && {
        front: (await frontOf(run)).map(({ choice, ...point }) => ({
          ...point,
          places: choice.options.map((c) => `${c.product.name} ${c.candidate.words}; ${c.label}`),
        })),
      }),
    impossible: found.impossible.map((i) => ({
      spot: numbers.get(i.spotId),
      ...(numbers.has(i.spotId) ? {} : { device: i.spotId }),
      certainty: i.certainty,
      by: i.by,
    })),
    ...(stuck && { wouldHelp: await whatIfs(job, scene, solve, asked) }),
  };
}
