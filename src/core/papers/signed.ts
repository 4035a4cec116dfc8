/** What a signature stands under: the words and sums of a quote, as one text, and its fingerprint. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Job } from '../job/job';
import type { Quote, SignOff } from '../job/records';

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

/** SHA-256 of a hand-over: place, day, what is said to be done, exceptions. */
export function hashOfSignOff({ place, day, statement, exceptions }: SignOff): string {
  return bytesToHex(sha256(utf8ToBytes(JSON.stringify(canonical({ place, day, statement, exceptions })))));
}

export interface SignatureCheck {
  /** The quote or the hand-over by its name. */
  what: string;
  by: string;
  at: string;
  /** Does what stands there match the fingerprint kept with its signature? */
  intact: boolean;
  hash: string;
}

/** Every signature of a job, held against what it was put under. */
export function checkSignatures(job: Job): SignatureCheck[] {
  const check = (what: string, s: Quote['signature'], hash: string): SignatureCheck[] =>
    s ? [{ what, by: s.name, at: s.at, hash: s.hash, intact: hash === s.hash }] : [];
  return [
    ...job.quotes.flatMap((q) => check(q.name, q.signature, hashOfQuote(q))),
    ...job.signOffs.flatMap((s) =>
      [s.installer, s.householder].flatMap((one) => check(`Hand-over, ${s.day}`, one, hashOfSignOff(s))),
    ),
  ];
}
