/** What a signature stands under: the words and sums of a quote, as one text, and its fingerprint. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Job } from '../job/job';
import type { Quote } from '../job/records';

/** Keys in the order of the alphabet, so that the same content is the same text. */
function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([k, v]) => [k, canonical(v)]),
  );
}

/** SHA-256 of what is signed: name, kind, day, sheet and options of a quote; neither its state nor its notes. */
export function hashOfQuote({ name, kind, madeOn, validUntil, sheet, options }: Quote): string {
  const signed = canonical({ name, kind, madeOn, validUntil, sheet, options });
  return bytesToHex(sha256(utf8ToBytes(JSON.stringify(signed))));
}

export interface SignatureCheck {
  quote: string;
  by: string;
  at: string;
  /** Does the quote match the fingerprint kept with its signature? */
  intact: boolean;
  hash: string;
}

/** Every signature of a job, held against what it was put under. */
export const checkSignatures = (job: Job): SignatureCheck[] =>
  job.quotes.flatMap((q) =>
    q.signature
      ? [
          {
            ...{ quote: q.name, by: q.signature.name, at: q.signature.at, hash: q.signature.hash },
            intact: hashOfQuote(q) === q.signature.hash,
          },
        ]
      : [],
  );
