import type { Job } from '../job/job';
import { type Need, spotNeed } from '../job/needs';
import { find } from '../job/job';
import type { Device, Reading, Spot } from '../job/records';
import { median } from '../statistics/exactTests';
import { goodput } from '../wifi/radioLink';
import { topRate } from './linkRate';
import { type Difference, differencesOf } from './sameConditions';
import { type Verdict, type VerdictResult, verdictOf, verdicts } from './verdict';

export type Measure = 'down' | 'up' | 'latency';

/** A spot as found: dead = under a tenth of the need or no link; short = under the need. */
export type FoundState = 'untested' | 'dead' | 'short' | 'met';

export interface Medians {
  runs: number;
  downMbps: number | null;
  upMbps: number | null;
  latencyMs: number | null;
}

export interface UnderLoad {
  ms: number;
  way: 'down' | 'up';
  /** Later than the need allows, though with the line at rest it is not. */
  isLate: boolean;
}

export interface SpotProof {
  spotId: string;
  need: Need;
  before: Medians;
  after: Medians;
  found: FoundState;
  verdict: Verdict;
  /** The measure that decided. */
  measure: Measure;
  measures: Record<Measure, VerdictResult>;
  capMbps: number | null;
  /** What the runs that are judged went through. */
  kind: Reading['measures'];
  /** Runs after of the other kind, kept beside. */
  beside: Medians | null;
  /** Runs that the phone or the laptop limited: shown, but in no median and no verdict. */
  leftOut: { before: number; after: number };
  /** Median delay after the work while data flows, in the direction where it is worse; null = not measured. */
  underLoad: UnderLoad | null;
  /** What was not the same before and after. */
  differences: Difference[];
}

/** A latency for a run that could not connect, ms: beyond any need. */
const noLinkMs = 60_000;

const valueOf = (r: Reading, measure: Measure): number | null => {
  if (!r.connected) return measure === 'latency' ? noLinkMs : 0;
  return measure === 'down' ? r.downMbps : measure === 'up' ? r.upMbps : r.latencyMs;
};

const valuesOf = (readings: readonly Reading[], measure: Measure): number[] =>
  readings.map((r) => valueOf(r, measure)).filter((v): v is number => v !== null);

function mediansOf(readings: readonly Reading[]): Medians {
  const latency = median(valuesOf(readings, 'latency'));
  return {
    runs: readings.length,
    downMbps: median(valuesOf(readings, 'down')),
    upMbps: median(valuesOf(readings, 'up')),
    latencyMs: latency === null || latency >= noLinkMs ? null : latency,
  };
}

function foundState(readings: readonly Reading[], medians: Medians, need: Need): FoundState {
  const { downMbps, upMbps, latencyMs } = medians;
  if (readings.length === 0 || downMbps === null) return 'untested';
  const shareUp = upMbps === null || need.upMbps === 0 ? 1 : upMbps / need.upMbps;
  const shareDown = need.downMbps === 0 ? 1 : downMbps / need.downMbps;
  if (downMbps === 0 || Math.min(shareUp, shareDown) < 0.1) return 'dead';
  const slow = latencyMs !== null && latencyMs > need.latencyMs;
  return Math.min(shareUp, shareDown) < 1 || slow ? 'short' : 'met';
}

/** The most that a device can show: its port, and its radio at its best. */
const mostOf = (device: Device): number => Math.min(device.capMbps ?? Infinity, goodput(topRate(device)));

/** Did the phone or the laptop, not the network, set the rate of a run? */
const isMachineLimited = (r: Reading): boolean => r.connected && r.remarks.includes('machine-busy');

/** Runs that a machine limited say less than the truth: they count only where there is no other. */
function withoutMachineLimited(runs: readonly Reading[]): { used: readonly Reading[]; leftOut: number } {
  const used = runs.filter((r) => !isMachineLimited(r));
  return used.length > 0 ? { used, leftOut: runs.length - used.length } : { used: runs, leftOut: 0 };
}

/**
 * Of runs through the house alone and runs through the street, those that are judged: the kind with
 * more runs, the house on a tie. Of the other phase the same kind is taken; the other only where there is none.
 */
function judgedRuns(own: readonly Reading[]) {
  const of = (phase: Reading['phase'], kind: Reading['measures']) =>
    own.filter((r) => r.phase === phase && r.measures === kind);
  const leading = (phase: Reading['phase']): Reading['measures'] =>
    of(phase, 'house').length >= of(phase, 'street').length && of(phase, 'house').length > 0
      ? 'house'
      : 'street';
  const kind = leading(own.some((r) => r.phase === 'after') ? 'after' : 'before');
  const same = of('before', kind);
  const before = withoutMachineLimited(same.length ? same : own.filter((r) => r.phase === 'before'));
  const after = withoutMachineLimited(of('after', kind));
  return {
    kind,
    before: before.used,
    after: after.used,
    leftOut: { before: before.leftOut, after: after.leftOut },
    beside: of('after', kind === 'house' ? 'street' : 'house'),
  };
}

/** Where every run was limited by a machine, the most that a run showed is the most that the test could show. */
function machineCap(after: readonly Reading[], measure: Measure): number {
  return measure !== 'latency' && after.length > 0 && after.every(isMachineLimited)
    ? Math.max(...valuesOf(after, measure))
    : Infinity;
}

function underLoadOf(after: readonly Reading[], need: Need): UnderLoad | null {
  const middle = (pick: (r: Reading) => number | null) =>
    median(after.map(pick).filter((v): v is number => v !== null));
  const [down, up] = [middle((r) => r.loadedMs), middle((r) => r.loadedUpMs)];
  const ms = Math.max(down ?? -1, up ?? -1);
  if (ms < 0) return null;
  const idle = median(valuesOf(after, 'latency'));
  const isLate = ms > need.latencyMs && idle !== null && idle <= need.latencyMs;
  return { ms, way: ms === up ? 'up' : 'down', isLate };
}

/**
 * Judges a spot by its readings: down, up and latency each get a verdict (latency turned over, so
 * that more is better), and the spot gets the worst of those that have readings. The plan limits only
 * runs through the street.
 */
export function proveSpot(job: Job, spot: Spot): SpotProof {
  const need = spotNeed(job, spot);
  const { kind, before, after, beside, leftOut } = judgedRuns(
    // beside others a run says what is left, not what the spot gets
    job.readings.filter((r) => r.spotId === spot.id && r.togetherId === null),
  );
  const caps = [...new Set(after.map((r) => r.deviceId))].flatMap((id) => {
    const device = find(job, 'device', id);
    return device ? [mostOf(device)] : [];
  });
  const street = kind === 'street';
  const capMbps = Math.min(street ? job.info.planDownMbps : Infinity, ...caps);
  const capUp = Math.min(street ? job.info.planUpMbps : Infinity, ...caps);
  const cap = (measure: Measure) => {
    const ofLine = measure === 'down' ? capMbps : measure === 'up' ? capUp : Infinity;
    const most = Math.min(ofLine, machineCap(after, measure));
    return Number.isFinite(most) ? most : undefined;
  };
  const judge = (measure: Measure): VerdictResult => {
    const flip = measure === 'latency' ? -1 : 1;
    const values = (readings: readonly Reading[]) => valuesOf(readings, measure).map((v) => flip * v);
    const result = verdictOf({
      needMbps: flip * (measure === 'down' ? need.downMbps : measure === 'up' ? need.upMbps : need.latencyMs),
      before: values(before),
      after: values(after),
      capMbps: cap(measure),
    });
    const unflip = (v: number | null) => (v === null ? null : flip * v);
    return { ...result, medianBefore: unflip(result.medianBefore), medianAfter: unflip(result.medianAfter) };
  };
  const measures = { down: judge('down'), up: judge('up'), latency: judge('latency') };
  const order: Measure[] = ['down', 'up', 'latency'];
  const judged = order.filter((m) => measures[m].verdict !== 'no-readings');
  const rank = (m: Measure) => verdicts.indexOf(measures[m].verdict);
  const measure = judged.reduce<Measure>(
    (worst, m) => (rank(m) > rank(worst) ? m : worst),
    judged[0] ?? 'down',
  );
  const beforeMedians = mediansOf(before);
  return {
    spotId: spot.id,
    need,
    before: beforeMedians,
    after: mediansOf(after),
    found: foundState(before, beforeMedians, need),
    verdict: measures[measure].verdict,
    measure,
    measures,
    capMbps: Number.isFinite(capMbps) ? capMbps : null,
    kind,
    beside: beside.length ? mediansOf(beside) : null,
    leftOut,
    underLoad: underLoadOf(after, need),
    differences: differencesOf(job, before, after),
  };
}

/** Counts for the job's one sentence. */
export function tally(proofs: readonly SpotProof[]): {
  all: number;
  proven: number;
  short: number;
  testLimited: number;
  untested: number;
} {
  const count = (...which: Verdict[]) => proofs.filter((p) => which.includes(p.verdict)).length;
  return {
    all: proofs.length,
    proven: count('cured', 'holds'),
    short: count('better-short', 'unchanged', 'worse'),
    testLimited: count('test-limited'),
    untested: count('no-readings', 'not-proven'),
  };
}
