/** The record of the job itself, and its spots. */
import { z } from 'zod';
import { farEndUrlSchema } from './farEndUrl';
import { id, mbps, metres, name, note, words } from './fields';

/** Whose radio rules hold; see wifi/radioRules. */
export const countryGroupSchema = z.enum(['europe', 'britain', 'north-america']);
export type CountryGroup = z.infer<typeof countryGroupSchema>;

export const jobInfo = z.strictObject({
  type: z.literal('job'),
  id,
  name,
  note,
  createdOn: z.iso.date(),
  demo: z.boolean(),
  lengths: z.enum(['m', 'ft']),
  planDownMbps: mbps,
  planUpMbps: mbps,
  streetLatencyMs: z.number().min(0).max(2000),
  /** A far end of one's own beyond the street, as `nestle far-end` prints it: tests through house and street go there. */
  farEndUrl: farEndUrlSchema.nullable().default(null),
  /** Through no wall at all; through no outer wall. */
  noDrilling: z.boolean(),
  noOuterDrilling: z.boolean().default(false),
  noVisibleCable: z.boolean().default(false),
  listed: z.boolean().default(false),
  rented: z.boolean().default(false),
  preferWired: z.boolean().default(false),
  /** Proposals serve rooms too: nine tenths of each that has a need. */
  coverRooms: z.boolean().default(false),
  /** No unit is proposed in front of a window. */
  clearWindows: z.boolean().default(false),
  /** One name on all bands, one for each, or one that is on 5 GHz and above only. */
  networkNames: z.enum(['one', 'two', 'five-only']).default('one'),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'a currency is three capital letters, for example EUR')
    .default('EUR'),
  budget: z.number().min(0).max(1_000_000).nullable().default(null),
  countryGroup: countryGroupSchema.default('europe'),
  testDeviceId: id.nullable(),
  /** The best and the worst device of the household. */
  bestDeviceId: id.nullable().default(null),
  worstDeviceId: id.nullable().default(null),
  /** Do predictions follow what readings have taught? */
  useLearned: z.boolean().default(false),
  /** A practice house: which one, and what was answered at the buttons in its rehearsal; null = a real job. */
  practice: z
    .strictObject({
      houseId: id,
      answers: z
        .array(z.strictObject({ unitId: id, asked: z.enum(['early', 'ready']), pressed: z.boolean() }))
        .max(100),
    })
    .nullable()
    .default(null),
  /** What comes next with this job, and when; empty = as its state suggests. */
  nextAction: words().max(200).default(''),
  nextOn: z.iso.date().nullable().default(null),
  simulationSeed: z
    .int()
    .min(0)
    .max(2 ** 31 - 1),
});

export const spot = z.strictObject({
  type: z.literal('spot'),
  id,
  number: z.int().min(1).max(999),
  storeyId: id,
  roomId: id,
  name,
  xM: metres,
  yM: metres,
  heightM: z.number().min(0).max(20),
  /** null = the room's need. */
  activityIds: z.array(id).max(20).nullable(),
});
