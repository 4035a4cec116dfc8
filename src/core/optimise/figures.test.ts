/** What proposals are made of, on whole houses: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded } from '@/testing/rounded';
import { get } from '../job/job';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { sureEnough } from '../network/sureEnough';
import { directInstance, planningInstance } from './candidateOptions';
import { keptOf } from './kept';
import { candidatesOf, placesAside, placesBeside } from './candidates';
import { evaluatePlan } from './evaluate';
import { halfwayBaselines } from './halfwayBaseline';
import { nextSteps } from './nextSteps';
import type { CandidateOption } from './planningInstance';
import { programmeOf, withoutDominated } from './programme';
import { reducedAt } from './reducedAt';
import { restrictionsOf } from './restrictions';
import { robustnessOf } from './robust';
import { servable } from './subsets';

const rules = { noDrilling: false, sure: sureEnough };
/** An option in one line: what it is, what it costs, whom it serves how well. */
const told = (c: CandidateOption) =>
  line([
    c.candidate.id,
    c.product.id,
    c.link.medium,
    c.link.band,
    c.parent,
    [c.partsEur, c.minutes, c.costEur, c.holes, c.downMbps, c.upMbps],
    c.serves,
  ]);
const small = houses.filter(([, job]) => job.storeys.length === 1);

test.each(houses)('%s: places, baselines, next steps, evaluation', (_name, job, scene) => {
  const places = candidatesOf(job);
  const at = (list: typeof places) => list.map((c) => line(c, 4));
  expect([at(places), at(placesAside(job, places)), at(placesBeside(job))]).toMatchSnapshot();
  const predictions = predictJob(job, scene, networkOf(job, scene, 'planned'), { why: false });
  const units = job.units.filter((u) => u.planned && !u.found);
  expect(halfwayBaselines(job, scene, units, predictions).map((b) => line(b))).toMatchSnapshot();
  const worst = [...predictions].sort((a, b) => a.certainty - b.certainty).slice(0, 1);
  expect(
    worst.flatMap(({ spotId }) => [
      get(job, 'spot', spotId).name,
      ...nextSteps(job, scene, spotId).map(({ edit, ...s }) => line([s, edit?.put.map((r) => r.id) ?? null])),
    ]),
  ).toMatchSnapshot();
  expect(rounded([evaluatePlan(job, scene), restrictionsOf(job, scene)])).toMatchSnapshot();
  expect(line(robustnessOf(job, scene, 200))).toMatchSnapshot();
});

test.each(small)('%s: options, those that none beats, and the programme', (_name, job, scene) => {
  const direct = directInstance(keptOf(job), scene, rules);
  expect(direct.options.map(told).slice(0, 60)).toMatchSnapshot();
  const instance = servable(planningInstance(keptOf(job), scene, rules));
  expect(
    instance.options
      .filter((c) => c.parent !== null)
      .map(told)
      .filter((_, i) => i % 9 === 0)
      .slice(0, 40),
  ).toMatchSnapshot();
  const few = withoutDominated(instance);
  const ids = (list: readonly CandidateOption[]) => list.map((c) => c.id).join(' ');
  expect([ids(few), ids(reducedAt(instance, few, 6))].map((t) => t.slice(0, 4000))).toMatchSnapshot();
  const programme = programmeOf(instance, few, { budgetEur: 300, leastHeadroomDb: 3 });
  expect(line(programme).slice(0, 6000)).toMatchSnapshot();
});
