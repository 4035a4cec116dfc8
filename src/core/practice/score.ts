/** What a practice job was worth: points that add up, each with its reason and what would have been better. */
import { billOf } from '../design/bill';
import { find, get, type Job } from '../job/job';
import type { Id } from '../job/records';
import { hourEur } from '../optimise/planningInstance';
import { placeInSpace } from '../propagation/scene';
import { proveSpot } from '../proof/spotProof';
import { practiceHouseOf } from './practiceHouses';
import { trueJob } from './practiceJob';

/** Of many runs in the true house, not those of the learner: the share that meets the need. */
export interface TrueNeed {
  spotId: Id;
  share: number;
}
/** The cheapest plan that was found for the true house, by the same arithmetic as Proposals. */
export interface BetterPlan {
  costEur: number;
  minutes: number;
  met: number;
  spots: number;
  /** Its units, where, and how each is linked. */
  units: readonly string[];
}
export interface ScoreLine {
  id: 'needs' | 'proof' | 'cost' | 'time' | 'moves' | 'button';
  name: string;
  points: number;
  of: number;
  why: string;
  /** What would have given the rest; null = nothing was lost. */
  better: string | null;
}
export interface PracticeScore {
  lines: ScoreLine[];
  points: number;
  of: number;
  /** What the survey had wrong or left open, and other mistakes that this plan has. */
  mistakes: string[];
}

/** Points that each part can give; a hundred together (custom). */
const most = { needs: 40, proof: 20, cost: 15, time: 10, moves: 10, button: 5 } as const;
/** A move after the first test costs so much (custom). */
const movePoints = 5;
/** So near to half-way counts as half-way, m (custom). */
const halfWayM = 1;
const provingRuns = 5;

const shareOf = (part: number, whole: number) => (whole > 0 ? part / whole : 0);
const listed = (words: readonly string[]) => words.join(', ');
const spotWords = ({ number, name }: { number: number; name: string }) => `${number} ${name}`;

/** @param moves of units after the first test after the work. @param best null = no plan was found for the true house. */
export function practiceScore(
  job: Job,
  needs: readonly TrueNeed[],
  moves: number,
  best: BetterPlan | null,
): PracticeScore {
  const spots = job.spots.filter((s) => needs.some((n) => n.spotId === s.id));
  const isMet = (id: Id) => (needs.find((n) => n.spotId === id)?.share ?? 0) >= 0.5;
  const short = spots.filter((s) => !isMet(s.id));
  const metShare = shareOf(spots.length - short.length, spots.length);
  const proofs = spots.map((s) => ({ spot: s, proof: proveSpot(job, s) }));
  const proven = proofs.filter(({ proof: { verdict } }) => verdict === 'cured' || verdict === 'holds').length;
  const fewRuns = proofs
    .filter(({ proof }) => proof.after.runs < provingRuns)
    .map(({ spot }) => spotWords(spot));
  const { partsEur, minutes } = billOf(job);
  const costEur = partsEur + (minutes / 60) * hourEur;
  // a plan that costs nothing and serves nobody earns nothing
  const against = (mine: number, its: number) => metShare * (mine <= its ? 1 : its / mine);
  const { right, wrong } = buttonsOf(job);
  const line = (id: ScoreLine['id'], name: string, share: number, why: string, better: string): ScoreLine => {
    const points = Math.round(most[id] * Math.min(1, Math.max(0, share)));
    return { id, name, points, of: most[id], why, better: points < most[id] ? better : null };
  };
  const money = (v: number) => `${Math.round(v)} ${job.info.currency}`;
  const lines = [
    line(
      'needs',
      'Needs met in the true house',
      metShare,
      `${spots.length - short.length} of ${spots.length} spots${short.length ? `; short: ${listed(short.map(spotWords))}` : ''}.`,
      best
        ? `This plan meets ${best.met} of ${best.spots}: ${listed(best.units) || 'the existing units'}.`
        : 'No plan that meets more was found.',
    ),
    line(
      'proof',
      'Proof',
      shareOf(proven, spots.length),
      `${proven} of ${spots.length} spots proven by runs after the work.`,
      fewRuns.length
        ? `Take five runs at each spot. Fewer than five: ${listed(fewRuns)}.`
        : 'A spot that stays short cannot be proven. Change the plan first.',
    ),
    line(
      'cost',
      'Cost',
      best ? against(costEur, best.costEur) : metShare,
      `${money(costEur)} for parts and work.`,
      best
        ? costEur > best.costEur
          ? `The needs can be met for ${money(best.costEur)}: ${listed(best.units) || 'the existing units'}.`
          : 'A low cost counts only for the share of needs that are met.'
        : 'A low cost counts only for the share of needs that are met.',
    ),
    line(
      'time',
      'Hands-on time',
      best ? against(minutes, best.minutes) : metShare,
      `${Math.round(minutes)} min.`,
      best && minutes > best.minutes
        ? `The plan above takes ${Math.round(best.minutes)} min.`
        : 'A short time counts only for the share of needs that are met.',
    ),
    line(
      'moves',
      'Needless moves',
      metShare > 0 ? 1 - (moves * movePoints) / most.moves : 0,
      moves === 0 ? 'No unit was moved after the first test.' : `${moves} moves after the first test.`,
      'Check the link of a unit before it is fixed, and look for the cause before it is moved.',
    ),
    line(
      'button',
      'Pairing',
      shareOf(right, right + wrong),
      right + wrong === 0 ? 'Not rehearsed.' : `${right} of ${right + wrong} answers right in the rehearsal.`,
      right + wrong === 0
        ? 'Rehearse the steps in Install, and answer when to press Pair.'
        : 'Press Pair only when the unit is ready and the page is searching.',
    ),
  ];
  return {
    lines,
    points: lines.reduce((sum, l) => sum + l.points, 0),
    of: lines.reduce((sum, l) => sum + l.of, 0),
    mistakes: [...notFound(job), ...halfWay(job, isMet), ...onStrip(job)],
  };
}

function buttonsOf(job: Job): { right: number; wrong: number } {
  const answers = job.info.practice?.answers ?? [];
  const right = answers.filter((a) => a.pressed === (a.asked === 'ready')).length;
  return { right, wrong: answers.length - right };
}

/** Facts of the true house that the survey does not have. */
function notFound(job: Job): string[] {
  const house = practiceHouseOf(job.info.practice?.houseId ?? '');
  return (house?.hidden ?? []).flatMap((fact) => {
    const records = [...trueJob(job).byId.values()].filter(fact.of);
    const seen = records.every((r) => {
      const mine = new Map<string, unknown>(Object.entries(job.byId.get(r.id) ?? {}));
      return Object.entries(fact.is).every(([field, value]) => mine.get(field) === value);
    });
    return seen ? [] : [`Not in the survey: ${fact.what}.`];
  });
}

/** Wireless units half-way between their uplink and a spot that stays short. */
function halfWay(job: Job, isMet: (id: Id) => boolean): string[] {
  return job.units
    .filter((u) => u.planned && !u.found)
    .flatMap((unit) => {
      const link = job.links.find((l) => l.unitId === unit.id && l.medium === 'wireless');
      const parent = find(job, 'unit', link?.fromUnitId);
      if (!parent) return [];
      const [at, from] = [placeInSpace(job, unit), placeInSpace(job, parent)];
      const spot = job.spots.find((s) => {
        const to = placeInSpace(job, s);
        const middle = to.map((v, k) => (v + (from[k] ?? 0)) / 2);
        return !isMet(s.id) && Math.hypot(...middle.map((v, k) => v - at[k as 0 | 1 | 2])) < halfWayM;
      });
      return spot
        ? [
            `${unit.letter} is half-way to ${spot.name} in metres, and ${spot.name} stays short. Walls decide, not metres: compare the headroom of the link.`,
          ]
        : [];
    });
}

/** Powerline links that end in a strip of the true house. */
function onStrip(job: Job): string[] {
  const truth = trueJob(job);
  return truth.links
    .filter((l) => l.medium === 'powerline')
    .flatMap((l) => {
      const at = [l.fromServiceId, l.toServiceId]
        .map((id) => find(truth, 'service', id))
        .find((s) => s?.onStrip);
      return at
        ? [
            `The powerline adapter of ${get(truth, 'unit', l.unitId).letter} is on a power strip (${at.name}). A strip takes 22 dB or more: use a free wall socket.`,
          ]
        : [];
    });
}
