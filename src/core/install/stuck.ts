/**
 * What to do when something is stuck: for a symptom, causes with how often each is behind it (planning),
 * weighed by what the job knows already and by at most five questions, the most telling asked first.
 */
import type { Job } from '../job/job';
import type { LiveStep } from './live';
import type { Step } from './step';
import { causes, type CauseId, priors, type Symptom, symptomWords } from './causes';
import { type Question, questions } from './questions';
import { pairingWindowS } from './step';

/** Most questions asked. */
export const mostQuestions = 5;
/** One cause so likely needs no more questions. */
const sureEnough = 0.85;

export interface Likely {
  id: CauseId;
  words: string;
  fix: string;
  move: boolean;
  /** 0 … 1 */
  chance: number;
}

export interface Stuck {
  /** Likeliest first. */
  likely: Likely[];
  /** The question that would tell most, or null when enough is known. */
  ask: { id: string; words: string } | null;
  /** What the job knew that weighed in, in words. */
  known: string[];
  /** Say so plainly: most of what is likely is not cured by moving it. */
  dontMove: boolean;
}

/** What the job itself says about a symptom at a step. */
export function factsOf(
  job: Job,
  steps: readonly Pick<LiveStep, 'step' | 'run' | 'state'>[],
  step: Step | null,
  nowMs: number,
): { id: string; yes: boolean; words: string }[] {
  const facts: { id: string; yes: boolean; words: string }[] = [];
  const stateOf = (key: string) => steps.find((s) => s.step.key === key);
  const updating = steps.filter(
    (s) =>
      s.step.kind === 'update' &&
      s.step.unitId !== step?.unitId &&
      (s.state === 'waiting' || s.state === 'hands'),
  );
  facts.push({
    id: 'other-updating',
    yes: updating.length > 0,
    words: updating[0] ? `${updating[0].step.title}: in progress now` : 'no other unit is updating now',
  });
  if (!step?.unitId) return facts;
  const own = steps.filter((s) => s.step.unitId === step.unitId);
  const begun = own.flatMap((s) =>
    s.run?.handsFreeAt && s.step.wait ? [Date.parse(s.run.handsFreeAt)] : [],
  );
  if (begun.length) {
    const ago = (nowMs - Math.max(...begun)) / 60_000;
    facts.push({
      id: 'just-started',
      yes: ago < 10,
      words: `it was started ${ago < 1 ? 'less than a minute' : `${Math.round(ago)} min`} ago`,
    });
  }
  const ready = stateOf(`ready.${step.unitId}`);
  const pair = stateOf(`pair.${step.unitId}`);
  if (pair?.run?.startedAt) {
    const first =
      ready?.run?.doneAt != null && Date.parse(ready.run.doneAt) <= Date.parse(pair.run.startedAt);
    facts.push({
      id: 'app-first',
      yes: first,
      words: first
        ? 'the app was searching before the button was pressed'
        : 'the app was not recorded as searching before the button was pressed',
    });
  }
  if (pair?.run?.windowAt) {
    const open = nowMs - Date.parse(pair.run.windowAt) < (pair.step.windowS ?? pairingWindowS) * 1000;
    facts.push({
      id: 'in-time',
      yes: open,
      words: open ? 'the pairing window is open still' : 'the pairing window has ended',
    });
  }
  const onBench =
    stateOf(`bench.${step.unitId}`)?.state === 'done' && !stateOf(`carry.${step.unitId}`)?.run?.startedAt;
  if (onBench) facts.push({ id: 'near', yes: true, words: 'it is still on the bench beside the main unit' });
  const unit = job.units.find((u) => u.id === step.unitId);
  if (unit) {
    const reset = stateOf(`reset.${unit.id}`);
    facts.push({
      id: 'used-before',
      yes: unit.found && reset?.state !== 'done',
      words: unit.found
        ? reset?.state === 'done'
          ? 'it was reset'
          : 'it was in this house before and was not reset'
        : 'it is new',
    });
  }
  return facts;
}

type Weights = Map<CauseId, number>;
const normal = (weights: Weights): Weights => {
  const sum = [...weights.values()].reduce((a, b) => a + b, 0);
  return new Map([...weights].map(([id, w]) => [id, w / sum]));
};
const answered = (weights: Weights, q: Question, yes: boolean): Weights =>
  normal(
    new Map(
      [...weights].map(([id, w]) => [
        id,
        w * (q.yes[id] === undefined ? 1 : yes ? q.yes[id] : 1 / q.yes[id]),
      ]),
    ),
  );
const entropy = (weights: Weights) =>
  [...weights.values()].reduce((h, p) => h - (p > 0 ? p * Math.log2(p) : 0), 0);

/** How telling a question would be: the entropy that its answer takes away, on the whole; bits. */
function telling(weights: Weights, q: Question): number {
  // how likely «yes» is, cause by cause: a factor f for yes against 1/f for no
  let pYes = 0;
  for (const [id, p] of weights) {
    const f = q.yes[id] ?? 1;
    pYes += p * (f / (f + 1 / f));
  }
  const after =
    pYes * entropy(answered(weights, q, true)) + (1 - pYes) * entropy(answered(weights, q, false));
  return entropy(weights) - after;
}

/**
 * The likeliest causes of a symptom after what is known and what was answered.
 * @param facts from `factsOf`. @param answers by question, at most five count.
 * @param predictedFine the plan foretells that its place hears the feeding unit well; null = not said.
 */
export function stuckOn(
  symptom: Symptom,
  facts: readonly { id: string; yes: boolean; words: string }[],
  answers: readonly { id: string; yes: boolean }[],
  predictedFine: boolean | null,
): Stuck {
  let weights: Weights = normal(
    new Map(Object.entries(priors[symptom]).map(([id, w]) => [id as CauseId, w])),
  );
  const known: string[] = [];
  const told = [...facts, ...answers.slice(0, mostQuestions)];
  for (const { id, yes } of told) {
    const q = questions.find((o) => o.id === id);
    if (!q || ![...weights.keys()].some((c) => q.yes[c] !== undefined)) continue;
    weights = answered(weights, q, yes);
    const fact = facts.find((f) => f.id === id);
    if (fact && !answers.some((a) => a.id === id)) known.push(fact.words);
  }
  if (predictedFine !== null && (weights.has('tooFar') || weights.has('weakPlace'))) {
    const factor = predictedFine ? 0.25 : 3;
    weights = normal(
      new Map([...weights].map(([id, w]) => [id, id === 'tooFar' || id === 'weakPlace' ? w * factor : w])),
    );
    known.push(
      predictedFine ? 'a good link is predicted at its place' : 'a weak link is predicted at its place',
    );
  }
  const likely = [...weights]
    .map(([id, chance]): Likely => ({ id, ...causes[id], chance }))
    .sort((a, b) => b.chance - a.chance);
  const open = questions.filter(
    (q) => !told.some((t) => t.id === q.id) && [...weights.keys()].some((c) => q.yes[c] !== undefined),
  );
  const best = open.reduce<{ q: Question; bits: number } | null>((top, q) => {
    const bits = telling(weights, q);
    return bits > (top?.bits ?? 0.02) ? { q, bits } : top;
  }, null);
  const enough = answers.length >= mostQuestions || (likely[0]?.chance ?? 0) >= sureEnough;
  const moving = likely.filter((l) => l.move).reduce((sum, l) => sum + l.chance, 0);
  return {
    likely,
    ask: enough || !best ? null : { id: best.q.id, words: best.q.words },
    known,
    dontMove: moving < 0.4,
  };
}

/** The symptoms that can show at a step, likeliest kind first. */
export function symptomsAt(step: Step | null): Symptom[] {
  const all = Object.keys(symptomWords) as Symptom[];
  if (!step) return all;
  const first: Symptom[] =
    step.kind === 'pair'
      ? step.linkId
        ? ['powerline-dark', 'no-light']
        : ['not-found', 'wrong-colour', 'no-light']
      : step.key.startsWith('adapters.')
        ? ['coax-dark', 'powerline-dark', 'no-light']
        : step.key.startsWith('power.')
          ? ['poe-dark', 'no-light']
          : step.kind === 'carry' || step.kind === 'mount'
            ? ['joined-then-lost', 'wrong-colour', 'no-light']
            : step.kind === 'check'
              ? ['slow-on-wire', 'joined-then-lost']
              : step.key === 'main' || step.key === 'rejoin' || step.key === 'modem'
                ? ['no-internet', 'two-networks', 'wrong-colour']
                : ['wrong-colour', 'no-light'];
  return [...first, ...all.filter((s) => !first.includes(s))];
}
