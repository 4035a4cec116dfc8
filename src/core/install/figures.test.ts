/** Runbooks of whole houses, and how work stands in the middle of them: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded } from '@/testing/rounded';
import { makeRecord } from '../job/make';
import type { StepRun } from '../job/records';
import { billOf, costsByUnit, labelsOf } from '../design/bill';
import { liveRunbook, withRuns } from './live';
import { runbookOf } from './runbook';
import { beginStep, endStep, freeHands, runIdOf } from './runActions';
import { factsOf, type Stuck, stuckOn, symptomsAt } from './stuck';

const start = Date.parse('2026-11-02T08:00:00Z');
/** Causes with their chances, and what is asked next. */
const short = ({ likely, ask, dontMove }: Stuck) => [
  likely.map((l) => [l.id, l.chance]),
  ask?.id ?? null,
  dontMove,
];
const at = (min: number) => new Date(start + min * 60_000).toISOString();

test.each(houses)('%s: every step, its schedule, and the bill', (_name, job) => {
  const { steps, problems } = runbookOf(job);
  expect(problems).toEqual([]);
  expect(
    rounded(
      steps.map(({ text, title, ...s }) =>
        job.info.demo && job.units.length > 5 ? { title, text, ...s } : s,
      ),
    ),
  ).toMatchSnapshot();
  for (const people of [1, 2]) {
    const { steps: lived, ...times } = liveRunbook(job, people, start);
    expect(
      rounded({
        ...times,
        steps: lived.map(
          (s) => `${s.step.key} ${s.person} ${s.startMin} ${s.handsEndMin} ${s.endMin} ${s.critical}`,
        ),
      }),
    ).toMatchSnapshot(`${people} at work`);
  }
  expect(rounded([billOf(job), costsByUnit(job), labelsOf(job)])).toMatchSnapshot();
});

test.each(houses)('%s: half-way through, each third step slow, each fifth left out', (_name, job) => {
  const { steps } = runbookOf(job);
  const runs: StepRun[] = [];
  let clock = 0;
  for (const [i, step] of steps.slice(0, Math.floor(steps.length * 0.6)).entries()) {
    const begun = beginStep(step, null, at(clock), 'Ada');
    clock += i % 3 ? 4 : 17;
    const run = i % 5 === 4 ? freeHands(step, begun, at(clock)) : endStep(step, begun, at(clock), 'Ada');
    runs.push(makeRecord({ ...run, id: runIdOf(step.key) }));
  }
  const now = start + (clock + 11) * 60_000;
  const { steps: lived, ...times } = liveRunbook(withRuns(job, runs), 2, now);
  expect(
    rounded({
      ...times,
      steps: lived.map(
        (s) =>
          `${s.step.key} ${s.state} ${s.person} ${[s.startMin, s.handsEndMin, s.endMin].map((m) => m.toFixed(1)).join(' ')} ${s.critical} ${s.waitsFor.join('; ')}`,
      ),
    }),
  ).toMatchSnapshot();
  const told = lived
    .filter((s) => s.step.kind === 'pair' || s.step.kind === 'check')
    .map((s) => {
      const facts = factsOf(job, lived, s.step, now);
      return symptomsAt(s.step).map((symptom) => {
        const first = stuckOn(symptom, facts, [], true);
        const next = first.ask ? stuckOn(symptom, facts, [{ id: first.ask.id, yes: true }], false) : null;
        return line(
          [s.step.key, symptom, facts.map((f) => `${f.id} ${f.yes}`), short(first), next && short(next)],
          4,
        );
      });
    });
  expect(told).toMatchSnapshot();
});
