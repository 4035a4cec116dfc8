import * as Comlink from 'comlink';
import { applyEdit } from '@/core/job/edits';
import { jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';
import { withPosterior } from '@/core/calibration/posterior';
import { buildScene } from '@/core/propagation/scene';
import { editOf } from '@/core/optimise/editOf';
import { type FrontPoint, frontOf } from '@/core/optimise/front';
import type { ProposalKind } from '@/core/optimise/proposalWords';
import {
  type ProposalOptions,
  type Found,
  propose,
  type Proposals,
  type PlanningRun,
} from '@/core/optimise/propose';
import type { Doing } from '@/core/optimise/planningStep';
import { type Answer, whyNotAir, whyNotFewer } from '@/core/optimise/questions';
import { type WhatIf, whatIfs } from '@/core/optimise/whatIf';
import { type Robust, robustnessOf } from '@/core/optimise/robust';
import { makeSolver } from '@/solver/highs';

const solve = makeSolver(new URL('../../node_modules/highs/build/highs.wasm', import.meta.url).href);

/** What the last proposals were made with: questions are about them. Another main unit has a run of its own. */
const runs: PlanningRun[] = [];
const firstRun = (): PlanningRun => {
  const [run] = runs;
  if (!run) throw new Error('there are no proposals to ask about');
  return run;
};
/** A proposal with the run that it is from. */
const proposalOf = (kind: ProposalKind) => {
  for (const run of [...runs].reverse()) {
    const proposal = run.proposals.find((p) => p.kind === kind);
    if (proposal) return { run, proposal };
  }
  throw new Error(`there is no proposal «${kind}»`);
};

/** Proposals for a job; `doing` is told of each part of the work, `found` of each proposal as it comes. */
function plan(records: AnyRecord[], asked: ProposalOptions, doing: Doing, found: Found): Promise<Proposals> {
  const job = jobFromRecords(records);
  runs.length = 0;
  return propose(
    job,
    withPosterior(job, buildScene(job)),
    solve,
    asked,
    found,
    (made) => runs.push(made),
    doing,
  );
}

const fewer = (kind: ProposalKind): Promise<Answer> => {
  const { run, proposal } = proposalOf(kind);
  return whyNotFewer(run, proposal);
};

const air = (kind: ProposalKind, placeId: Id): Promise<Answer> => {
  const { run, proposal } = proposalOf(kind);
  return whyNotAir(run, proposal, placeId);
};

const front = (): Promise<FrontPoint[]> => frontOf(firstRun());

/** How often a proposal holds, put into the plan. */
function robust(kind: ProposalKind): Robust {
  const { run, proposal } = proposalOf(kind);
  const { edit } = editOf(run.job, proposal.options, 'x');
  return robustnessOf(applyEdit(run.job, edit).job, run.scene);
}

/** What would have to give where not all needs can be met. */
function relax(records: AnyRecord[], asked: ProposalOptions): Promise<WhatIf[]> {
  const job = jobFromRecords(records);
  return whatIfs(job, withPosterior(job, buildScene(job)), solve, asked);
}

const api = { plan, fewer, air, front, robust, relax };
export type PlanApi = typeof api;
Comlink.expose(api);
