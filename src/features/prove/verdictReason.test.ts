import { quayHouse } from '@/../demo/make/quayHouse';
import { get, jobFromRecords } from '@/core/job/job';
import { proveSpot, type SpotProof } from '@/core/proof/spotProof';
import { underLoadReason, verdictReason } from './verdictReason';

const job = jobFromRecords(quayHouse());
const bare = proveSpot(job, get(job, 'spot', 'spot-7'));
const proof = (part: Partial<SpotProof>): SpotProof => ({ ...bare, ...part });
const result = (part: object) => ({ ...bare.measures.down, ...part });
const down = (part: object) => ({ ...bare.measures, down: result(part) });

test('late under load: which way, how late, and what the need allows', () => {
  expect(underLoadReason(proof({ underLoad: null }))).toBeNull();
  expect(underLoadReason(proof({ underLoad: { ms: 900, way: 'up', isLate: false } }))).toBeNull();
  const late = underLoadReason(proof({ underLoad: { ms: 1500, way: 'up', isLate: true } }));
  expect(late).toContain('While someone uploads something large, an answer takes 1.5 s');
  expect(late).toContain(`allows ${bare.need.latencyMs} ms`);
  const down = underLoadReason(proof({ underLoad: { ms: 640, way: 'down', isLate: true } }));
  expect(down).toContain('someone downloads something large, an answer takes 640 ms');
});

test('each verdict says its measure with its figures, or the chance behind it', () => {
  const short = {
    measures: down({ medianAfter: 11, pBetter: 0.004, pProven: 0.0312 }),
    measure: 'down',
  } as const;
  const words = (verdict: SpotProof['verdict']) => verdictReason(proof({ verdict, ...short }));
  expect(words('no-readings')).toBe('No run after the work yet.');
  expect(words('cured')).toContain('3.1 %');
  expect(words('holds')).toContain('3.1 %');
  expect(words('not-proven')).toContain('median download meets the need');
  expect(words('test-limited')).toContain('11 of 25 Mbps');
  expect(words('better-short')).toContain('0.4 %');
  expect(words('worse')).toContain('worse than before and short: 11 of 25 Mbps');
  expect(words('unchanged')).toContain('show no change');
});

test('a chance too small to tell is given as a bound, and delay in ms', () => {
  const measures = { ...bare.measures, latency: result({ medianAfter: 300, pBetter: 0.0002 }) };
  const words = verdictReason(proof({ verdict: 'better-short', measure: 'latency', measures }));
  expect(words).toBe(
    `The latency is better than before (by chance: under 0.1 %) but still short: 300 of ${bare.need.latencyMs} ms.`,
  );
});
