import { find, type Job } from '../job/job';
import type { SpotProof } from './spotProof';

const words = [
  'none',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const count = (n: number) => words[n] ?? String(n);
const capital = (s: string) => `${s[0]?.toUpperCase() ?? ''}${s.slice(1)}`;
const list = (names: string[]) =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The result for the householder: a headline and what is left, in plain words. */
export function reportSentence(job: Job, proofs: readonly SpotProof[]): { headline: string; rest: string } {
  const tested = proofs.filter((p) => p.after.runs > 0);
  if (tested.length === 0)
    return { headline: 'The work is not tested yet.', rest: 'The figures below are from before the work.' };
  const good = proofs.filter((p) => p.verdict === 'cured' || p.verdict === 'holds');
  const roomsOf = (verdicts: SpotProof['verdict'][]) => [
    ...new Set(
      proofs
        .filter((p) => verdicts.includes(p.verdict))
        .map((p) => find(job, 'room', find(job, 'spot', p.spotId)?.roomId)?.name ?? ''),
    ),
  ];
  const short = roomsOf(['better-short', 'unchanged', 'worse']);
  const limited = roomsOf(['test-limited']);
  const open = roomsOf(['not-proven', 'no-readings']);
  const parts = [
    short.length ? `the ${list(short)} ${short.length > 1 ? 'are' : 'is'} still short` : '',
    limited.length ? `the test device reached its limit in the ${list(limited)}` : '',
    open.length ? `more tests are needed in the ${list(open)}` : '',
  ].filter(Boolean);
  return {
    headline: `${good.length === proofs.length ? `All ${count(proofs.length)}` : `${capital(count(good.length))} of your ${count(proofs.length)}`} places ${good.length === 1 ? 'has' : 'have'} all they need${parts.length ? ';' : '.'}`,
    rest: parts.length ? `${list(parts)}.` : '',
  };
}
