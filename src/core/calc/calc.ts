import { z } from 'zod';
import { bandSchema, categorySchema, layerSchema, standardSchema } from '../job/records';
import type { Problem } from '../job/references';
import { coaxMHz, coaxPath, splitterWays } from '../media/coax';
import { poePort } from '../media/poe';
import { powerline, topsMHz } from '../media/powerline';
import { wallLoss } from '../materials/wallLoss';
import { verdictOf } from '../proof/verdict';
import { linkRateMatches, phyRate, widthsOf } from '../wifi/phyRate';
import { radioLink } from '../wifi/radioLink';

/**
 * The computations that the command line offers one by one: JSON in, JSON out, numbers unrounded.
 * Names and fields are a contract; docs/how-it-computes.md says what each means.
 */
const streams = z.int().min(1).max(8);
const mbps = z.number().min(0).max(1e6);
const readings = z.array(mbps).max(2000);

const inputs = {
  'wall-loss': z
    .strictObject({
      layers: z.array(layerSchema).max(100),
      band: bandSchema.optional(),
      frequencyGHz: z.number().min(0.5).max(100).optional(),
      incidenceDeg: z.number().min(0).max(89).default(0),
      leakDb: z.number().min(0).max(200).optional(),
    })
    .refine((i) => (i.band === undefined) !== (i.frequencyGHz === undefined), {
      path: ['band'],
      message: 'give either band or frequencyGHz',
    }),
  'phy-rate': z.strictObject({
    standard: standardSchema,
    widthMHz: z.number(),
    streams,
    mcs: z.int().min(0).max(13),
    guardIntervalUs: z.number(),
  }),
  'link-rate': z.strictObject({ mbps: z.number().positive().max(1e6) }),
  'radio-link': z
    .strictObject({
      rssiDbm: z.number().min(-200).max(30),
      standard: standardSchema,
      widthMHz: z.number(),
      streams,
    })
    .refine((i) => widthsOf(i.standard).includes(i.widthMHz), {
      path: ['widthMHz'],
      message: 'the standard has no channel of this width',
    }),
  'poe-port': z.strictObject({
    type: z.enum(['af', 'at', 'bt3', 'bt4']),
    deviceW: z.number().min(0).max(1000),
    lengthM: z.number().min(0).max(100_000),
    cable: categorySchema,
  }),
  'coax-path': z.strictObject({
    frequencyMHz: z.number().min(5).max(3000).default(coaxMHz),
    segments: z
      .array(
        z.strictObject({
          cable: z.enum(['rg6', 'rg59', 'rg11']),
          lengthM: z.number().min(0).max(100_000),
        }),
      )
      .max(200),
    splitters: z
      .array(
        z.strictObject({
          ways: z.literal(splitterWays),
          rated: z.boolean(),
          between: z.enum(['in-out', 'out-out']),
        }),
      )
      .max(100),
  }),
  powerline: z.strictObject({
    lengthM: z.number().min(0).max(100_000),
    taps: z.int().min(0).max(1000),
    extraDb: z.number().min(0).max(1000),
    noise: z.enum(['quiet', 'noisy']),
    topMHz: z.literal(topsMHz),
    mimo: z.boolean(),
  }),
  verdict: z.strictObject({ needMbps: mbps, before: readings, after: readings, capMbps: mbps.optional() }),
};

export type CalcName = keyof typeof inputs;
export const calcNames: CalcName[] = [
  'wall-loss',
  'phy-rate',
  'link-rate',
  'radio-link',
  'poe-port',
  'coax-path',
  'powerline',
  'verdict',
];

export const calcUsage = `  wall-loss   layers, band or frequencyGHz, incidenceDeg = 0, leakDb?  → lossDb
  phy-rate    standard, widthMHz, streams, mcs, guardIntervalUs        → mbps
  link-rate   mbps as a device shows it                                → matches
  radio-link  rssiDbm, standard, widthMHz, streams                     → mcs, phyMbps, goodputMbps
  poe-port    type, deviceW, lengthM, cable                            → ok, reason?, currentA, sourceW, …
  coax-path   frequencyMHz = 1400, segments, splitters                 → lossDb, mbps
  powerline   lengthM, taps, extraDb, noise, topMHz, mimo              → phyMbps, goodputMbps
  verdict     needMbps, before, after, capMbps?                        → verdict, medians, pProven, pBetter`;

function compute(name: CalcName, input: unknown): unknown {
  switch (name) {
    case 'wall-loss': {
      const i = inputs[name].parse(input);
      const at = i.band ?? { frequencyGHz: i.frequencyGHz ?? 0 };
      return { lossDb: wallLoss(i.layers, at, i.incidenceDeg, i.leakDb ?? null) };
    }
    case 'phy-rate':
      return { mbps: phyRate(inputs[name].parse(input)) };
    case 'link-rate':
      return { matches: linkRateMatches(inputs[name].parse(input).mbps) };
    case 'radio-link': {
      const { rssiDbm, ...mode } = inputs[name].parse(input);
      return radioLink(rssiDbm, mode);
    }
    case 'poe-port': {
      const { type, deviceW, lengthM, cable } = inputs[name].parse(input);
      return poePort(type, deviceW, lengthM, cable);
    }
    case 'coax-path':
      return coaxPath(inputs[name].parse(input));
    case 'powerline':
      return powerline(inputs[name].parse(input));
    case 'verdict':
      return verdictOf(inputs[name].parse(input));
  }
}

/** The most telling problem: of a union, what went wrong in the branch that came nearest. */
function firstProblem(error: z.ZodError): Problem {
  let issue: z.core.$ZodIssue | undefined = error.issues[0];
  const path = [...(issue?.path ?? [])];
  while (issue?.code === 'invalid_union' && issue.errors.length) {
    // unknown keys mean that another branch was meant
    const branch: z.core.$ZodIssue[] | undefined =
      issue.errors.find((e) => !e.some((i) => i.code === 'unrecognized_keys')) ?? issue.errors[0];
    issue = branch?.[0];
    path.push(...(issue?.path ?? []));
  }
  return { path: path.join('.'), message: issue?.message ?? error.message };
}

/** Runs one computation. Bad input gives the path and message of the first thing wrong. */
export function calc(name: CalcName, input: unknown): { output: unknown } | { error: Problem } {
  try {
    return { output: compute(name, input) };
  } catch (error) {
    if (error instanceof z.ZodError) return { error: firstProblem(error) };
    // rates name the field that does not fit: «mcs: vht has no MCS 9 at 20 MHz»
    if (error instanceof RangeError) {
      const [path = '', ...rest] = error.message.split(': ');
      return { error: { path, message: rest.join(': ') } };
    }
    throw error;
  }
}
