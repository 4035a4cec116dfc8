import * as Comlink from 'comlink';
import { jobFromRecords } from '@/core/job/job';
import type { AnyRecord } from '@/core/job/records';
import { buildScene } from '@/core/propagation/scene';
import { type Asked, type Found, propose, type Proposals } from '@/core/propose/propose';
import { makeSolver } from '@/solver/highs';

const solve = makeSolver(new URL('../../node_modules/highs/build/highs.wasm', import.meta.url).href);

/** Proposals for a job; `said` is told what is going on, `found` each proposal as it comes. */
function plan(
  records: AnyRecord[],
  asked: Asked,
  said: (what: string) => void,
  found: Found,
): Promise<Proposals> {
  const job = jobFromRecords(records);
  let solved = 0;
  said('Looking at every place and every way to feed a unit there …');
  return propose(
    job,
    buildScene(job),
    (lp, seconds) => {
      said(`Solving: step ${++solved} …`);
      return solve(lp, seconds);
    },
    asked,
    found,
  );
}

export type PlanApi = { plan: typeof plan };
Comlink.expose({ plan });
