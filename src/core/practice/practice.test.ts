import { applyEdit, putOne } from '../job/edits';
import { find, get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import { checkReferences } from '../job/references';
import { evaluatePlan } from '../optimise/evaluate';
import { buildScene } from '../propagation/scene';
import { trueNeeds } from '@/standins/trueNeeds';
import { buttonQuestions } from './buttonQuestions';
import { practiceHouseOf, practiceHouses } from './practiceHouses';
import { practiceJob, trueJob, trueStart } from './practiceJob';
import { practiceScore, type TrueNeed } from './score';

const made = { id: 'job-p', createdOn: '2026-11-28' };
const jobOf = (id: string): Job => {
  const house = practiceHouseOf(id);
  if (!house) throw new Error(`no house ${id}`);
  return practiceJob(house, made);
};

describe.each(practiceHouses.map((h) => [h.id, h] as const))('the practice house %s', (_, house) => {
  const job = practiceJob(house, made);

  test('is a valid job in which nothing is a guess', () => {
    expect(checkReferences(job)).toEqual([]);
    expect(job.storeys.filter((s) => s.guessed)).toEqual([]);
    expect(job.services.filter((s) => s.guessed)).toEqual([]);
    expect(job.walls.filter((w) => w.assemblyId.includes('guess'))).toEqual([]);
  });

  test('hides something, and each fact is of records that are there', () => {
    const truth = trueJob(job);
    for (const fact of house.hidden) {
      const records = [...job.byId.values()].filter(fact.of);
      expect(records.length).toBeGreaterThan(0);
      for (const r of records) {
        expect(r).toMatchObject(fact.known);
        expect(truth.byId.get(r.id)).toMatchObject(fact.is);
      }
    }
    expect(checkReferences(truth)).toEqual([]);
  });

  test('has a spot whose need is not met at the start, in a house that is not the engine’s', () => {
    const needs = trueNeeds(job);
    expect(needs.length).toBeGreaterThan(3);
    expect(needs.some((n) => n.share < 0.5)).toBe(true);
    expect(needs.some((n) => n.share >= 0.5)).toBe(true);
  });
});

test('each lesson has its house, and each house clues', () => {
  expect(new Set(practiceHouses.map((h) => h.lesson)).size).toBe(practiceHouses.length);
  expect(practiceHouses.every((h) => h.clues.length > 0)).toBe(true);
});

test('a survey that misses a foil floor predicts what is not so', () => {
  const job = jobOf('timber');
  const met = (j: Job) => evaluatePlan(j, buildScene(j)).needs.filter((n) => n.met).length;
  expect(met(job)).toBeGreaterThan(met(trueJob(job)));
});

test('the truth: what the learner builds into the house is not there, what is planned is', () => {
  const job = jobOf('tall');
  const wall = job.walls.find((w) => w.id === 'storey-0-i0');
  const unit = get(job, 'unit', 'unit-a');
  if (!wall) throw new Error('no wall');
  const drawn = applyEdit(job, {
    label: 'x',
    put: [
      { ...wall, assemblyId: 'asm-steel' },
      { ...wall, id: 'wall-own', ax: wall.ax + 0.5, bx: wall.bx + 0.5 },
      { ...unit, id: 'unit-b', letter: 'B', found: false, xM: unit.xM + 1 },
    ],
    remove: [],
  }).job;
  const truth = trueJob(drawn);
  expect(find(truth, 'wall', 'wall-own')).toBeUndefined();
  expect(get(truth, 'wall', wall.id)).toEqual(wall);
  expect(find(truth, 'unit', 'unit-b')).toBeDefined();
  // and for a better plan, what was planned is out again
  expect(trueStart(drawn).units.map((u) => u.id)).toEqual(['unit-a']);
  const real = applyEdit(job, putOne('x', { ...job.info, practice: null })).job;
  expect(trueJob(real)).toBe(real);
});

describe('the score', () => {
  const job = jobOf('timber');
  const all = (share: number): TrueNeed[] => job.spots.map((s) => ({ spotId: s.id, share }));
  const best = {
    costEur: 100,
    minutes: 60,
    met: 10,
    spots: 10,
    units: ['Mesh node on Socket, study (cable)'],
  };
  const points = (s: ReturnType<typeof practiceScore>) =>
    Object.fromEntries(s.lines.map((l) => [l.id, l.points]));

  test('adds up, and what is lost says what would have been better', () => {
    const score = practiceScore(job, all(1), 0, best);
    expect(score.points).toBe(score.lines.reduce((sum, l) => sum + l.points, 0));
    expect(score.of).toBe(100);
    for (const l of score.lines) expect(l.better === null).toBe(l.points === l.of);
    expect(points(score)).toMatchObject({ needs: 40, proof: 0, cost: 15, moves: 10, button: 0 });
  });

  test('a plan that costs nothing and serves nobody earns nothing', () => {
    const score = practiceScore(job, all(0), 0, best);
    expect(score.points).toBe(0);
    expect(score.lines.find((l) => l.id === 'needs')?.better).toContain('Mesh node on Socket, study');
  });

  test('moves after a test, and wrong answers at the button, cost points', () => {
    const answers = [
      { unitId: 'unit-b', asked: 'early', pressed: true },
      { unitId: 'unit-b', asked: 'ready', pressed: true },
    ] as const;
    const practice = { houseId: 'timber', answers: [...answers] };
    const answered = applyEdit(job, putOne('x', { ...job.info, practice })).job;
    const score = practiceScore(answered, all(1), 1, best);
    expect(points(score)).toMatchObject({ moves: 5, button: 3 });
    expect(points(practiceScore(answered, all(1), 9, best))['moves']).toBe(0);
  });

  test('five good runs at a spot are proof; one is told as too few', () => {
    const [spot] = job.spots;
    if (!spot) throw new Error('no spot');
    const runs = (n: number) =>
      applyEdit(job, {
        label: 'x',
        put: Array.from({ length: n }, (_, i) =>
          makeRecord({
            type: 'reading',
            id: `r${i}`,
            spotId: spot.id,
            phase: 'after',
            run: i + 1,
            takenAt: '2026-11-28T10:00:00.000Z',
            deviceId: 'dev-phone',
            connected: true,
            downMbps: 300,
            upMbps: 100,
            latencyMs: 12,
            rssiDbm: null,
            source: 'typed',
          }),
        ),
        remove: [],
      }).job;
    const proof = (n: number) => practiceScore(runs(n), all(1), 0, best).lines.find((l) => l.id === 'proof');
    expect(proof(5)?.points).toBeGreaterThan(0);
    expect(proof(5)?.better).not.toMatch(new RegExp(`: ${spot.number} ${spot.name}[,.]`));
    expect(proof(1)?.points).toBe(0);
  });

  test('what the survey has wrong is told, until it is right', () => {
    expect(practiceScore(job, all(1), 0, best).mistakes.join()).toContain('foil');
    const storeys = job.storeys.filter((s) => s.level > 0);
    const right = applyEdit(job, {
      label: 'x',
      put: storeys.map((s) => ({ ...s, floorAssemblyId: 'asm-heated-floor' })),
      remove: [],
    }).job;
    expect(practiceScore(right, all(1), 0, best).mistakes).toEqual([]);
  });
});

describe('mistakes of a plan', () => {
  const spotsShort = (job: Job) => job.spots.map((s) => ({ spotId: s.id, share: 0 }));

  test('a wireless unit half-way to a spot that stays short; aside it is none', () => {
    const job = jobOf('tall');
    const unit = get(job, 'unit', 'unit-a');
    const spot = job.spots.find((s) => s.storeyId === 'storey-1');
    if (!spot) throw new Error('no spot');
    const at = (aside: number) =>
      practiceScore(
        applyEdit(job, {
          label: 'x',
          put: [
            makeRecord({
              ...unit,
              id: 'unit-b',
              letter: 'B',
              kitId: 'kit-node',
              found: false,
              xM: (unit.xM + spot.xM) / 2 + aside,
              yM: (unit.yM + spot.yM) / 2,
              heightM: 1.5,
            }),
            makeRecord({
              type: 'link',
              id: 'link-b',
              unitId: 'unit-b',
              fromUnitId: 'unit-a',
              medium: 'wireless',
              radio: 'shared',
              band: '5',
              lengthM: null,
              category: null,
            }),
          ],
          remove: [],
        }).job,
        spotsShort(job),
        0,
        null,
      ).mistakes.filter((m) => m.includes('half-way'));
    expect(at(0)).toHaveLength(1);
    expect(at(1.5)).toHaveLength(0);
  });

  test('a powerline adapter in what is truly a strip', () => {
    const job = jobOf('flat');
    const sockets = job.services.filter((s) => s.kind === 'socket');
    const strip = sockets.find((s) => s.id.endsWith('-s0'));
    const free = sockets.filter((s) => !s.id.endsWith('-s0'));
    const unit = get(job, 'unit', 'unit-a');
    if (!strip || !free[0] || !free[1]) throw new Error('no sockets');
    const mistakes = (toServiceId: string) =>
      practiceScore(
        applyEdit(job, {
          label: 'x',
          put: [
            makeRecord({ ...unit, id: 'unit-b', letter: 'B', kitId: 'kit-node', found: false }),
            makeRecord({
              type: 'link',
              id: 'link-b',
              unitId: 'unit-b',
              fromUnitId: 'unit-a',
              medium: 'powerline',
              radio: null,
              band: null,
              lengthM: null,
              category: null,
              fromServiceId: free[0]?.id ?? '',
              toServiceId,
              adapterKitId: 'kit-mains-plain',
            }),
          ],
          remove: [],
        }).job,
        spotsShort(job),
        0,
        null,
      ).mistakes.filter((m) => m.includes('power strip'));
    expect(mistakes(strip.id)).toHaveLength(1);
    expect(mistakes(free[1].id)).toHaveLength(0);
  });
});

test('questions at the button: once before the page searches, once when it does', () => {
  const entry = (atS: number, stepKey: string) => ({ atS, stepKey, what: 'start' });
  const entries = [entry(0, 'bench.b'), entry(100, 'ready.b'), entry(160, 'pair.b'), entry(300, 'pair.c')];
  expect(buttonQuestions(entries, ['pair.b', 'pair.c'])).toEqual([
    { unitId: 'b', asked: 'early', atS: 50 },
    { unitId: 'b', asked: 'ready', atS: 160 },
  ]);
});
