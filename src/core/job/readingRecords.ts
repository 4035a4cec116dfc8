/** What was measured: a run at a spot, and a walk from unit to unit. */
import { z } from 'zod';
import { bandSchema, id, mbps, name, note, words } from './fields';

/** Tests of a day after the hand-over: one year on, a call-back. As found and after the work are rounds without a record. */
export const testRound = z.strictObject({ type: z.literal('testRound'), id, name, day: z.iso.date(), note });

const milliseconds = z.number().min(0).max(60_000);

/** Who made it: typed in, read from a file, Nestle's own test, or the simulated stand-in (not measured). */
const source = z.enum(['typed', 'csv', 'measured', 'simulated']);

/** The link fell silent; its rate changed for good; the phone or the machine at the other end had too little time. */
export const runRemarks = ['dropped-out', 'rate-changed', 'machine-busy', 'data-cap'] as const;

export const reading = z
  .strictObject({
    type: z.literal('reading'),
    id,
    spotId: id,
    /** As found; after the work; in a later round of tests. */
    phase: z.enum(['before', 'after', 'later']),
    /** Of `later`: which round. */
    roundId: id.nullable().default(null),
    run: z.int().min(1).max(999),
    takenAt: z.iso.datetime(),
    deviceId: id.nullable(),
    /** false: the device could not connect; that is a result of 0 Mbps. */
    connected: z.boolean(),
    downMbps: mbps.nullable(),
    upMbps: mbps.nullable(),
    latencyMs: milliseconds.nullable(),
    rssiDbm: z.number().min(-120).max(0).nullable(),
    source,
    /** What it went through: the house network alone (to the machine beside the main unit), or the street too. */
    measures: z.enum(['house', 'street']).default('street'),
    /** What it was tested against. */
    server: words().max(120).default(''),
    /** How high above the floor the device was, m; null = not noted. */
    heightM: z.number().min(0).max(20).nullable().default(null),
    /** The plan of that day, Mbps down; null = not noted. */
    planMbps: mbps.nullable().default(null),
    /** Delay while data flows down, and up; mean change from one small request to the next. */
    loadedMs: milliseconds.nullable().default(null),
    loadedUpMs: milliseconds.nullable().default(null),
    jitterMs: milliseconds.nullable().default(null),
    /** Share of packets lost, %, from a tool that measures it: a page can't. */
    lossPct: z.number().min(0).max(100).nullable().default(null),
    /** The longest time without an answer or a byte, ms. */
    silenceMs: milliseconds.nullable().default(null),
    /** What makes the run say less of the house than its figures do. */
    remarks: z.array(z.enum(runRemarks)).max(8).default([]),
    /** The link rate that the device showed, Mbps. */
    linkMbps: mbps.nullable().default(null),
    /** What the device was on, as it showed: network name, unit, band; empty or null = not noted. */
    networkName: words().max(32).default(''),
    onUnitId: id.nullable().default(null),
    onBand: bandSchema.nullable().default(null),
    /** Of runs that several devices made at the same time on purpose: the same word for each; null = alone. */
    togetherId: id.nullable().default(null),
  })
  .superRefine((r, ctx) => {
    if (r.connected && r.downMbps === null)
      ctx.addIssue({
        code: 'custom',
        path: ['downMbps'],
        message: 'a run that connected has a download figure',
      });
    if ((r.phase === 'later') !== (r.roundId !== null))
      ctx.addIssue({
        code: 'custom',
        path: ['roundId'],
        message: 'a run of a later round names its round, and no other does',
      });
  });

/** A walk with a small request every second: where the answers stayed away or came slowly. */
export const roamWalk = z.strictObject({
  type: z.literal('roamWalk'),
  id,
  name,
  phase: z.enum(['before', 'after']),
  takenAt: z.iso.datetime(),
  deviceId: id.nullable(),
  source: z.enum(['measured', 'simulated']),
  /** Seconds from the start; null = no answer within the second. */
  samples: z
    .array(
      z.strictObject({
        atS: z.number().min(0).max(7200),
        mbps: mbps.nullable(),
        latencyMs: milliseconds.nullable(),
      }),
    )
    .max(3600),
  /** When the walker said to be at a spot. */
  marks: z.array(z.strictObject({ atS: z.number().min(0).max(7200), spotId: id })).max(500),
});
