/** Proposals for small houses: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded } from '@/testing/rounded';
import { makeSolver } from '@/solver/highs';
import { frontOf } from './front';
import { type PlanningRun, propose } from './propose';
import { whatIfs } from './whatIf';

const solve = makeSolver();
const small = houses.filter(([, job]) => job.storeys.length === 1);

test.each(small)('%s: proposals, the front, and what could give', async (_name, job, scene) => {
  let run: PlanningRun | undefined;
  const { proposals, ...rest } = await propose(job, scene, solve, {}, undefined, (r) => (run = r));
  expect(
    rounded([rest, proposals.map(({ options, ...p }) => [options.map((o) => o.id).join(' '), line(p)])]),
  ).toMatchSnapshot();
  if (run) expect((await frontOf(run)).map(({ choice: _c, ...p }) => line(p))).toMatchSnapshot();
  expect((await whatIfs(job, scene, solve)).map((w) => line(w))).toMatchSnapshot();
});
