import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from '@/core/job/edits';
import { makeRecord } from '@/core/job/make';
import { type causes, priors, type Symptom, symptomWords } from './causes';
import { liveRunbook } from './live';
import { questions } from './questions';
import { factsOf, mostQuestions, stuckOn, symptomsAt } from './stuck';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const t0 = Date.parse('2026-11-20T09:00:00.000Z');
const iso = (min: number) => new Date(t0 + min * 60_000).toISOString();
const symptoms = Object.keys(symptomWords) as Symptom[];

test.each(symptoms)('%s: chances add up to one, and at most five questions are asked', (symptom) => {
  const answers: { id: string; yes: boolean }[] = [];
  for (let k = 0; k < 10; k++) {
    const stuck = stuckOn(symptom, [], answers, null);
    expect(stuck.likely.reduce((s, l) => s + l.chance, 0)).toBeCloseTo(1, 9);
    expect(stuck.likely.map((l) => l.chance)).toEqual(
      [...stuck.likely.map((l) => l.chance)].sort((a, b) => b - a),
    );
    if (!stuck.ask) break;
    expect(answers.some((a) => a.id === stuck.ask?.id)).toBe(false);
    answers.push({ id: stuck.ask.id, yes: k % 2 === 0 });
  }
  expect(answers.length).toBeLessThanOrEqual(mostQuestions);
});

test.each(symptoms)('%s: each cause is found when the answers are those it gives', (symptom) => {
  const ids = Object.keys(priors[symptom]) as (keyof typeof causes)[];
  for (const cause of ids) {
    const answers: { id: string; yes: boolean }[] = [];
    for (
      let stuck = stuckOn(symptom, [], answers, null);
      stuck.ask;
      stuck = stuckOn(symptom, [], answers, null)
    ) {
      const { id } = stuck.ask;
      const factor = questions.find((q) => q.id === id)?.yes[cause];
      // what the cause says of it; else what is usual: the answer that accuses no other
      const others = Object.values(questions.find((q) => q.id === id)?.yes ?? {});
      answers.push({ id, yes: factor !== undefined ? factor > 1 : (others[0] ?? 1) < 1 });
    }
    const { likely } = stuckOn(symptom, [], answers, null);
    const rank = likely.findIndex((l) => l.id === cause);
    const asked = answers.some((a) => questions.find((q) => q.id === a.id)?.yes[cause] !== undefined);
    expect(rank).toBeLessThan(asked ? 3 : ids.length);
  }
});

describe('what the job knows weighs in', () => {
  const run = (stepKey: string, part: object) =>
    makeRecord({
      type: 'stepRun',
      id: `run-${stepKey.replaceAll('.', '-')}`,
      stepKey,
      startedAt: iso(0),
      handsFreeAt: null,
      doneAt: null,
      skipped: null,
      windowAt: null,
      by: '',
      note: '',
      photos: [],
      read: [],
      ticks: [],
      shown: null,
      changedAt: iso(0),
      ...part,
    });
  const at = (min: number, ...runs: ReturnType<typeof run>[]) => {
    const now = applyEdit(job, putOne('x', ...runs)).job;
    const live = liveRunbook(now, 1, t0 + min * 60_000);
    const step = live.steps.find((s) => s.step.key === 'pair.unit-b')?.step ?? null;
    const facts = factsOf(now, live.steps, step, t0 + min * 60_000);
    return stuckOn('not-found', facts, [], true);
  };

  test('another unit takes its firmware: that first', () => {
    const stuck = at(
      3,
      run('firmware.unit-a', { handsFreeAt: iso(1) }),
      run('ready.unit-b', { doneAt: iso(1) }),
      run('pair.unit-b', { startedAt: iso(2), windowAt: iso(2) }),
    );
    expect(stuck.likely[0]?.id).toBe('otherUpdate');
    expect(stuck.known.join()).toMatch(/firmware: in progress now/);
    expect(stuck.dontMove).toBe(true);
  });
  test('pressed before the app was ready: that first; in any case not moved', () => {
    const stuck = at(
      3,
      run('bench.unit-b', { doneAt: iso(0) }),
      run('pair.unit-b', { startedAt: iso(2.5), windowAt: iso(2.5) }),
    );
    expect(stuck.likely[0]?.id).toBe('appLate');
    expect(stuck.likely.find((l) => l.id === 'tooFar')?.chance).toBeLessThan(0.02);
    expect(stuck.dontMove).toBe(true);
  });
  test('the window over: press again', () => {
    const stuck = at(
      9,
      run('ready.unit-b', { doneAt: iso(1) }),
      run('pair.unit-b', { startedAt: iso(2), windowAt: iso(2) }),
    );
    expect(stuck.likely[0]?.id).toBe('windowOver');
  });
  test('where the plan foretells a weak link, moving comes up', () => {
    const fine = stuckOn('joined-then-lost', [], [], true);
    const weak = stuckOn('joined-then-lost', [], [{ id: 'just-started', yes: false }], false);
    const chance = (s: typeof fine) => s.likely.find((l) => l.id === 'weakPlace')?.chance ?? 0;
    expect(chance(weak)).toBeGreaterThan(3 * chance(fine));
    expect(weak.dontMove).toBe(false);
    expect(fine.dontMove).toBe(true);
  });
});

test('the symptoms of a step come first', () => {
  const live = liveRunbook(job, 1, t0);
  const step = (key: string) => live.steps.find((s) => s.step.key === key)?.step ?? null;
  expect(symptomsAt(step('pair.unit-b'))[0]).toBe('not-found');
  expect(symptomsAt(step('main'))[0]).toBe('no-internet');
  expect(symptomsAt(null)).toHaveLength(symptoms.length);
});

test.each(symptoms)('%s: the question asked takes away the most doubt, counted by hand', (symptom) => {
  const prior = Object.entries(priors[symptom]);
  const whole = prior.reduce((s, [, w]) => s + w, 0);
  const bits = (list: readonly number[]) => {
    const sum = list.reduce((a, b) => a + b, 0);
    return list.reduce((h, w) => h + (w > 0 ? -(w / sum) * Math.log2(w / sum) : 0), 0);
  };
  const now = bits(prior.map(([, w]) => w));
  // each answer multiplies a cause by its factor or its inverse; «yes» is so likely as the causes make it
  const gain = questions.map((q) => {
    const factor = (id: string) => (q.yes as Record<string, number | undefined>)[id] ?? 1;
    const chance = prior.reduce(
      (s, [id, w]) => s + (w / whole) * (factor(id) ** 2 / (factor(id) ** 2 + 1)),
      0,
    );
    const yes = bits(prior.map(([id, w]) => w * factor(id)));
    const no = bits(prior.map(([id, w]) => w / factor(id)));
    return { id: q.id, bits: now - chance * yes - (1 - chance) * no };
  });
  const best = gain.sort((a, b) => b.bits - a.bits)[0];
  const { ask, likely } = stuckOn(symptom, [], [], null);
  if (ask) expect(gain.find((g) => g.id === ask.id)?.bits).toBeCloseTo(best?.bits ?? 0, 9);
  else expect((best?.bits ?? 0) <= 0.02 || (likely[0]?.chance ?? 0) >= 0.85).toBe(true);
});
