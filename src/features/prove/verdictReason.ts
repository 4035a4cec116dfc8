import type { SpotProof } from '@/core/proof/spotProof';
import { rateText } from '@/core/network/rateText';

const measureWords = { down: 'download', up: 'upload', latency: 'latency' } as const;
const percent = (p: number) => (p < 0.001 ? 'under 0.1 %' : `${(p * 100).toFixed(1)} %`);

const lateText = (ms: number) => (ms < 995 ? `${Math.round(ms)} ms` : `${(ms / 1000).toFixed(1)} s`);

/** What a verdict holds for: with the line at rest, where it is late under load. */
export function underLoadReason({ underLoad, need }: SpotProof): string | null {
  if (!underLoad?.isLate) return null;
  const who = underLoad.way === 'up' ? 'someone uploads' : 'someone downloads';
  return `This is with an idle line. While ${who} something large, an answer takes ${lateText(underLoad.ms)}, and ${need.activities.join(' + ') || 'the need'} allows ${lateText(need.latencyMs)}.`;
}

/** Why a spot has its verdict, in one or two sentences with the chance behind it. */
export function verdictReason(proof: SpotProof): string {
  const m = proof.measures[proof.measure];
  const name = measureWords[proof.measure];
  const unit = proof.measure === 'latency' ? 'ms' : 'Mbps';
  const need =
    proof.measure === 'down'
      ? proof.need.downMbps
      : proof.measure === 'up'
        ? proof.need.upMbps
        : proof.need.latencyMs;
  const after = m.medianAfter === null ? '' : `${rateText(m.medianAfter)} of ${rateText(need)} ${unit}`;
  switch (proof.verdict) {
    case 'no-readings':
      return 'No run after the work yet.';
    case 'cured':
      return `All three measures meet the need. So many good runs by chance: ${percent(m.pProven ?? 1)}.`;
    case 'holds':
      return `It met its need before and still does. So many good runs by chance: ${percent(m.pProven ?? 1)}.`;
    case 'not-proven':
      return `The median ${name} meets the need, but so many good runs by chance: ${percent(m.pProven ?? 1)}. Five of five, or seven of eight, prove it.`;
    case 'test-limited':
      return `The ${name} stopped at ${after}, the limit of this test. Test with another device or port.`;
    case 'better-short':
      return `The ${name} is better than before (by chance: ${percent(m.pBetter ?? 1)}) but still short: ${after}.`;
    case 'worse':
      return `The ${name} is worse than before and short: ${after}.`;
    case 'unchanged':
      return `The ${name} is short: ${after}. These runs show no change.`;
  }
}
