/** What a walk with a small request every second shows: gaps, slow stretches, and where the phone held on. */
import { find, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import type { Id, RoamWalk } from '../job/records';
import type { Prediction } from '../network/predict';

/** The plan must give so many times what the phone got for a slow stretch to be laid to the phone (planning). */
const clingFactor = 2;

export interface Stretch {
  fromS: number;
  toS: number;
  kind: 'gap' | 'clung' | 'slow';
  /** Between which spots, by what the walker marked; the same twice at one spot. */
  nearId: Id | null;
  nextId: Id | null;
  words: string;
}

export interface Roaming {
  lengthS: number;
  /** Seconds without an answer, and with an answer slower than the need while clinging. */
  lostS: number;
  clungS: number;
  longestGapS: number;
  stretches: Stretch[];
}

/**
 * Cuts a walk into stretches. A *gap* has no answer. A stretch is *slow* where the rate is under the need
 * of the spot last marked. A slow stretch is *clung* where the plan foretells at least twice the need there:
 * then it is the phone that held on to the unit it came from.
 */
export function roamingOf(job: Job, walk: RoamWalk, predictions: readonly Prediction[]): Roaming {
  const samples = [...walk.samples].sort((a, b) => a.atS - b.atS);
  const marks = [...walk.marks].sort((a, b) => a.atS - b.atS);
  const lastMark = (atS: number) => marks.filter((m) => m.atS <= atS).at(-1)?.spotId ?? null;
  const nextMark = (atS: number) => marks.find((m) => m.atS >= atS)?.spotId ?? null;
  const nameOf = (id: Id | null) => {
    const spot = find(job, 'spot', id);
    return spot ? `spot ${spot.number}` : 'the start';
  };
  const kindAt = (s: RoamWalk['samples'][number]): Stretch['kind'] | null => {
    if (s.latencyMs === null) return 'gap';
    const spot = find(job, 'spot', lastMark(s.atS));
    if (!spot || s.mbps === null) return null;
    const need = spotNeed(job, spot).downMbps;
    if (s.mbps >= need) return null;
    const foretold = predictions.find((p) => p.spotId === spot.id);
    return (foretold?.downMbps ?? 0) >= clingFactor * need ? 'clung' : 'slow';
  };
  const stretches: Stretch[] = [];
  samples.forEach((s, i) => {
    const kind = kindAt(s);
    if (!kind) return;
    const toS = samples[i + 1]?.atS ?? s.atS + 1;
    const last = stretches.at(-1);
    if (last && last.kind === kind && last.toS === s.atS) last.toS = toS;
    else
      stretches.push({ fromS: s.atS, toS, kind, nearId: lastMark(s.atS), nextId: nextMark(toS), words: '' });
  });
  for (const s of stretches) {
    s.nextId = nextMark(s.toS);
    const seconds = Math.round(s.toS - s.fromS);
    const where =
      s.nextId === null || s.nextId === s.nearId
        ? `at ${nameOf(s.nearId)}`
        : `between ${nameOf(s.nearId)} and ${nameOf(s.nextId)}`;
    s.words = {
      gap: `${seconds} s without an answer ${where}`,
      clung: `${seconds} s slow ${where} although enough is predicted there: the phone stayed connected to the unit it came from`,
      slow: `${seconds} s slower than needed ${where}`,
    }[s.kind];
  }
  const sum = (kind: Stretch['kind']) =>
    stretches.filter((s) => s.kind === kind).reduce((t, s) => t + s.toS - s.fromS, 0);
  const [first, last] = [samples[0], samples.at(-1)];
  return {
    lengthS: first && last ? last.atS - first.atS + 1 : 0,
    lostS: sum('gap'),
    clungS: sum('clung'),
    longestGapS: Math.max(0, ...stretches.filter((s) => s.kind === 'gap').map((s) => s.toS - s.fromS)),
    stretches,
  };
}
