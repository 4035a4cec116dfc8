/** Records of the work around the network: whose business it is, for whom, and what was offered and agreed. */
import { z } from 'zod';
import { id, name, note, words } from './fields';

const money = z.number().min(0).max(10_000_000);
const percent = z.number().min(0).max(100);
const line = (most: number) => words().max(most).default('');
/** ISO 3166-1, two letters; empty = not said. */
const country = z
  .string()
  .regex(/^([A-Z]{2})?$/, 'a country is two capital letters')
  .default('');

/** One's own business. Kept once on the machine; a job has the copy that it was made with. */
export const business = z.strictObject({
  type: z.literal('business'),
  id,
  name: line(120),
  contact: line(400),
  registration: line(120),
  taxName: words().max(20).default('Tax'),
  taxPct: percent.default(0),
  /** An hour of work, and the way to the house, in the job's currency. */
  hourEur: money.default(45),
  travelEur: money.default(0),
  /** Added to what parts cost. */
  marginPct: percent.default(0),
  /** How long a quote holds, days. */
  validDays: z.int().min(1).max(365).default(30),
  paymentTerms: line(1000),
  warrantyTerms: line(1000),
  /** How long the work is warranted, months. */
  warrantyMonths: z.int().min(0).max(600).default(24),
  /** Number under which tax is paid, and the country in two letters, as invoices need them. */
  taxId: line(40),
  country,
  /** A PNG or JPEG, small; null = none. */
  logo: z
    .string()
    .max(200_000, 'a logo is 150 kB at most')
    .regex(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/, 'a logo is a PNG or a JPEG')
    .nullable()
    .default(null),
});

/** For whom. Never on the pages of phones. */
export const customer = z.strictObject({
  type: z.literal('customer'),
  id,
  name: line(200),
  contact: line(400),
  address: line(400),
  country,
  /** Parking, keys, pets, when someone is at home. */
  access: line(1000),
  /** Who decides. */
  decides: line(200),
  photoConsent: z.enum(['not-asked', 'yes', 'no']).default('not-asked'),
});

/** What is offered, as it stood when it was made: later changes of the job do not change it. */
export const quoteSheet = z.strictObject({
  currency: z.string().regex(/^[A-Z]{3}$/),
  parts: z
    .array(z.strictObject({ text: words().max(200), count: z.number().min(0), sumEur: money }))
    .max(500),
  partsEur: money,
  workMin: z.number().min(0).max(100_000),
  workEur: money,
  travelEur: money,
  taxName: words().max(20),
  taxPct: percent,
  /** What each room will get and how sure, in plain words. */
  rooms: z.array(z.strictObject({ room: words().max(160), promise: words().max(400) })).max(500),
  drilled: z.array(words().max(300)).max(200),
  visible: z.array(words().max(300)).max(200),
  terms: words().max(3000),
});
export type QuoteSheet = z.infer<typeof quoteSheet>;

export const signature = z.strictObject({
  name: words().trim().min(1, 'a name is needed').max(120),
  at: z.iso.datetime(),
  /** As drawn: an SVG path in a box of 400 × 140; empty where it was signed on paper or told. */
  path: z
    .string()
    .max(40_000)
    .regex(/^[MLQC0-9 .,-]*$/, 'a signature is lines alone'),
  /** SHA-256 of what was signed, see papers/signed.ts. */
  hash: z.string().regex(/^[0-9a-f]{64}$/),
});

/** A quote, or a change of one that was accepted. */
export const quote = z.strictObject({
  type: z.literal('quote'),
  id,
  name,
  kind: z.enum(['quote', 'change']).default('quote'),
  madeOn: z.iso.date(),
  validUntil: z.iso.date().nullable().default(null),
  sheet: quoteSheet,
  /** What may be added, ticked or not. */
  options: z
    .array(z.strictObject({ id, text: words().max(200), eur: money, ticked: z.boolean() }))
    .max(40)
    .default([]),
  state: z.enum(['draft', 'offered', 'accepted', 'declined']).default('draft'),
  signature: signature.nullable().default(null),
  note,
});

/** The hand-over, as it was signed: what was said to be done stands in it and does not change with the job. */
export const signOff = z.strictObject({
  type: z.literal('signOff'),
  id,
  place: line(120),
  day: z.iso.date(),
  statement: z.array(words().max(400)).max(500),
  /** What is not done, or not as agreed; empty = none. */
  exceptions: line(2000),
  installer: signature.nullable().default(null),
  householder: signature.nullable().default(null),
});

/** An invoice, as it was sent. */
export const invoice = z.strictObject({
  type: z.literal('invoice'),
  id,
  number: words().trim().min(1, 'a number is needed').max(40),
  issuedOn: z.iso.date(),
  dueOn: z.iso.date().nullable().default(null),
  currency: z.string().regex(/^[A-Z]{3}$/),
  lines: z
    .array(
      z.strictObject({
        /** The quote or change order that it was agreed in. */
        quoteId: id,
        kind: z.enum(['parts', 'work', 'travel', 'option']),
        text: words().max(200),
        count: z.number().min(0).max(1_000_000),
        sumEur: money,
      }),
    )
    .min(1)
    .max(600),
  taxName: words().max(20),
  taxPct: percent,
  seller: z.strictObject({ name: line(120), contact: line(400), taxId: line(40), country }),
  buyer: z.strictObject({ name: line(200), address: line(400), country }),
  paymentTerms: line(1000),
  paidOn: z.iso.date().nullable().default(null),
});
