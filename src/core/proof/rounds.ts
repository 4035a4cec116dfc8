/** Rounds of tests: as found, after the work, and any number later; any two compared spot by spot. */
import { type Job, jobFromRecords } from '../job/job';
import type { Id, Reading } from '../job/records';
import { mannWhitneyGreater } from '../statistics/exactTests';
import { proveSpot, type SpotProof } from './spotProof';

export type Phase = Reading['phase'];

/** Of a run: its phase, and of a later one its round. */
export type RoundOf = Pick<Reading, 'phase' | 'roundId'>;

export interface Round extends RoundOf {
  /** `before`, `after`, or the id of a later round. */
  key: string;
  name: string;
  /** The day of its first run, or as noted; null = no run yet. */
  day: string | null;
  runs: number;
}

/** The network that runs of a phase go through: as found, or as built. */
export const builtOrFound = (phase: Phase): 'before' | 'after' => (phase === 'before' ? 'before' : 'after');

/** What is added to the number of a simulated run of a later round: it is another run than those after the work. */
export const afterRounds = (job: Pick<Job, 'testRounds'>, roundId: Id | null): number =>
  roundId === null ? 0 : 1000 * (1 + job.testRounds.findIndex((r) => r.id === roundId));

export const isOfRound = (run: RoundOf, round: RoundOf): boolean =>
  run.phase === round.phase && run.roundId === round.roundId;

const firstNames = { before: 'As found', after: 'After the work' } as const;

/** All rounds of a job in the order of time: as found and after the work first, with runs or without. */
export function roundsOf(job: Job): Round[] {
  const of = (round: RoundOf) => job.readings.filter((r) => isOfRound(r, round));
  const first = (['before', 'after'] as const).map((phase): Round => {
    const runs = of({ phase, roundId: null });
    const day = runs.map((r) => r.takenAt.slice(0, 10)).sort()[0] ?? null;
    return { key: phase, phase, roundId: null, name: firstNames[phase], day, runs: runs.length };
  });
  const later = [...job.testRounds]
    .sort((a, b) => a.day.localeCompare(b.day) || a.id.localeCompare(b.id))
    .map(({ id, name, day }): Round => {
      const round = { phase: 'later' as const, roundId: id };
      return { ...round, key: id, name, day, runs: of(round).length };
    });
  return [...first, ...later];
}

export interface SpotChange {
  spotId: Id;
  /** Judged with the earlier round as before and the later as after. */
  proof: SpotProof;
  /**
   * What the runs down say: slower or faster by an exact test at 5 % each way; `same` = neither shows, which does
   * not prove that nothing changed; `untested` = a round has no run here.
   */
  drift: 'slower' | 'faster' | 'same' | 'untested';
  /** Chance of runs so far apart, or further, in that direction if nothing had changed; null where untested. */
  p: number | null;
}

/** Chance at which a difference is told (planning, as for verdicts). */
export const driftLevel = 0.05;

/** The same job with one round as its runs before, and another as its runs after. */
const comparing = (job: Job, earlier: RoundOf, later: RoundOf): Job =>
  jobFromRecords(
    [...job.byId.values()].flatMap((r) => {
      if (r.type !== 'reading') return r;
      if (isOfRound(r, earlier)) return { ...r, phase: 'before' as const, roundId: null };
      return isOfRound(r, later) ? { ...r, phase: 'after' as const, roundId: null } : [];
    }),
  );

const downs = (job: Job, spotId: Id, phase: Phase, kind: Reading['measures']) =>
  job.readings
    .filter((r) => r.spotId === spotId && r.phase === phase && r.measures === kind && r.togetherId === null)
    .map((r) => (r.connected ? (r.downMbps ?? 0) : 0));

/** How much each rank weighs: what was lost first. */
const weightOf = ({ proof, drift }: SpotChange): number => {
  const short = !['cured', 'holds', 'no-readings'].includes(proof.verdict);
  if (drift === 'untested') return 2;
  return (short ? 0 : 3) + (drift === 'slower' ? 0 : 1);
};

/**
 * Two rounds, spot by spot, what needs a look first: short and slower, short, not tested, slower though enough,
 * the rest; of equals the larger loss first.
 */
export function compareRounds(job: Job, earlier: RoundOf, later: RoundOf): SpotChange[] {
  const pair = comparing(job, earlier, later);
  const lost = ({ proof }: SpotChange) =>
    (proof.after.downMbps ?? 0) / Math.max(1, proof.before.downMbps ?? 0);
  return pair.spots
    .map((spot): SpotChange => {
      const proof = proveSpot(pair, spot);
      const [before, after] = (['before', 'after'] as const).map((p) => downs(pair, spot.id, p, proof.kind));
      const slower = mannWhitneyGreater(after ?? [], before ?? []);
      const faster = mannWhitneyGreater(before ?? [], after ?? []);
      const base = { spotId: spot.id, proof };
      if (slower === null || faster === null) return { ...base, drift: 'untested', p: null };
      if (slower <= driftLevel) return { ...base, drift: 'slower', p: slower };
      if (faster <= driftLevel) return { ...base, drift: 'faster', p: faster };
      return { ...base, drift: 'same', p: Math.min(slower, faster) };
    })
    .sort((a, b) => weightOf(a) - weightOf(b) || lost(a) - lost(b));
}

/** What is to be kept in mind of a comparison: how many spots may look changed by chance, and what else differs. */
export function caveatsOf(changes: readonly SpotChange[]): string[] {
  const tested = changes.filter((c) => c.drift !== 'untested').length;
  const byChance = 2 * driftLevel * tested;
  const others = [...new Set(changes.flatMap((c) => c.proof.differences.map((d) => d.words)))];
  return [
    ...(byChance >= 0.5
      ? [
          `With ${tested} spots, about ${Math.round(byChance)} may look changed by chance. Test again before you act.`,
        ]
      : []),
    ...others.slice(0, 4),
  ];
}
