/** Radio links under load: what the runs beyond each say of it. A link that only idled says little. */
import type { Id } from '../job/records';
import type { Backhaul, Network } from '../network/backhaul';
import type { Prediction } from '../network/predict';
import { rateText } from '../network/rateText';
import type { SpotProof } from './spotProof';

/** A run that carried this share of what is foretold has loaded the link (planning). */
const loadedShare = 0.6;

export interface LinkLoad {
  linkId: Id;
  /** The spots beyond it, nearest in signal first: where to stand for its load test. */
  spotIds: Id[];
  /** What the plan foretells for the link, and what the needs beyond it ask together, Mbps down. */
  foretoldMbps: number;
  askedMbps: number;
  /** The most that a spot beyond it got (median of its after-runs); null = no run yet. */
  carriedMbps: number | null;
  state: 'untested' | 'idle' | 'carries' | 'falls short';
  words: string;
}

/**
 * Every radio hop of the plan, with what the after-runs beyond it showed. *Carries*: a run took as much
 * as all needs beyond ask together, or most of what is foretold. *Falls short*: runs filled it and it gave
 * less than those needs. *Idle*: the runs asked little of it.
 */
export function linkLoads(
  network: Network,
  predictions: readonly Prediction[],
  proofs: readonly SpotProof[],
): LinkLoad[] {
  const seen = new Set<Id>();
  const hops = network.backhauls
    .flatMap((f) => f.hops)
    .filter((h) => {
      const first = h.wireless !== null && !seen.has(h.link.id);
      seen.add(h.link.id);
      return first;
    });
  const beyond = (linkId: Id): Backhaul[] =>
    network.backhauls.filter((f) => f.hops.some((h) => h.link.id === linkId));
  return hops.map((hop): LinkLoad => {
    const units = new Set(beyond(hop.link.id).map((f) => f.unit.id));
    const there = predictions
      .filter((p) => p.unitId !== null && units.has(p.unitId))
      .sort((a, b) => (b.rssiDbm ?? -Infinity) - (a.rssiDbm ?? -Infinity));
    const askedMbps = there.reduce((sum, p) => sum + p.need.downMbps, 0);
    const runsAt = (p: Prediction) => {
      const proof = proofs.find((q) => q.spotId === p.spotId);
      return proof && proof.after.runs > 0 ? proof.after.downMbps : null;
    };
    const runs = there.map(runsAt).filter((r) => r !== null);
    // what those spots could have drawn through it, by the rest of their chains
    const could = Math.max(
      0,
      ...there.map((p) =>
        runsAt(p) === null
          ? 0
          : Math.min(...p.chain.filter((s) => s.kind !== 'hop' && s.kind !== 'plan').map((s) => s.mbps)),
      ),
    );
    const carriedMbps = runs.length ? Math.max(...runs) : null;
    const pair = `${hop.from.unit.letter} to ${hop.to.unit.letter}`;
    const foretoldMbps = hop.downMbps;
    const enough = Math.min(askedMbps, loadedShare * foretoldMbps);
    const state =
      carriedMbps === null
        ? 'untested'
        : carriedMbps >= enough
          ? 'carries'
          : could >= enough
            ? 'falls short'
            : 'idle';
    const words = {
      untested: `${pair} has carried no test yet. The figures of an idle radio link prove nothing. Test at a spot beyond it.`,
      idle: `${pair} carried ${rateText(carriedMbps ?? 0)} Mbps at most, the needs beyond it are ${rateText(askedMbps)} together. Load the link with a test close to ${hop.to.unit.letter}.`,
      carries: `${pair} carried ${rateText(carriedMbps ?? 0)} Mbps under load; the needs beyond it are ${rateText(askedMbps)} together.`,
      'falls short': `${pair} gave no more than ${rateText(carriedMbps ?? 0)} Mbps under load, of ${rateText(foretoldMbps)} predicted; the needs beyond it are ${rateText(askedMbps)} together.`,
    }[state];
    return {
      linkId: hop.link.id,
      spotIds: there.map((p) => p.spotId),
      foretoldMbps,
      askedMbps,
      carriedMbps,
      state,
      words,
    };
  });
}
