import type { SpotProof } from '@/core/proof/spotProof';
import { rateText } from '@/core/network/rateText';

const measureWords = { down: 'download', up: 'upload', latency: 'delay' } as const;
const percent = (p: number) => (p < 0.001 ? 'under 0.1 %' : `${(p * 100).toFixed(1)} %`);

const lateText = (ms: number) => (ms < 995 ? `${Math.round(ms)} ms` : `${(ms / 1000).toFixed(1)} s`);

/** What a verdict holds for: with the line at rest, where it is late under load. */
export function underLoadReason({ underLoad, need }: SpotProof): string | null {
  if (!underLoad?.isLate) return null;
  const who = underLoad.way === 'up' ? 'someone sends' : 'someone loads';
  return `This holds with the line at rest: while ${who} something large, an answer takes ${lateText(underLoad.ms)}, and ${need.activities.join(' + ') || 'the need'} allows ${lateText(need.latencyMs)}.`;
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
      return `All three measures meet the need; by luck alone so many good runs would come up ${percent(m.pProven ?? 1)} of the time.`;
    case 'holds':
      return `It met its need before and does so still (by luck alone ${percent(m.pProven ?? 1)}).`;
    case 'not-proven':
      return `The median ${name} meets the need, but so many good runs come up by luck ${percent(m.pProven ?? 1)} of the time. Five of five, or seven of eight, prove it.`;
    case 'test-limited':
      return `The ${name} stopped at ${after}, the most that this test could show. Test with another device or port.`;
    case 'better-short':
      return `The ${name} is better than before (by luck alone ${percent(m.pBetter ?? 1)}) but still short: ${after}.`;
    case 'worse':
      return `The ${name} is worse than before and short: ${after}.`;
    case 'unchanged':
      return `The ${name} is short, ${after}, and no different from before that these runs could show.`;
  }
}
