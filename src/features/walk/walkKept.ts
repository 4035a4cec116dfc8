/** What a phone keeps of a walk: the job as last seen, and what it has not sent yet. */
import { z } from 'zod';
import { dataCaps } from '@/core/speedtest/dataUse';
import { type Id, recordSchema, type RoamWalk, schemas } from '@/core/job/records';

/** An id that no other phone makes: works on plain http too. */
export function phoneId(prefix: string): Id {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  return `${prefix}-${[...bytes].map((b) => b.toString(36).padStart(2, '0')).join('')}`;
}

/** A run as it is sent: a reading without what the server gives it. */
export const unsentSchema = z.object({
  ...schemas.reading.shape,
  source: z.enum(['measured', 'typed', 'simulated']),
});
export type Unsent = z.infer<typeof unsentSchema>;
export type UnsentRoam = RoamWalk;

/** What the plan predicts at each spot and of each link, as the laptop worked it out. */
const foretoldSchema = z.object({
  spots: z.array(
    z.object({ spotId: z.string(), downMbps: z.number(), upMbps: z.number(), certainty: z.number() }),
  ),
  links: z.array(
    z.object({
      unitId: z.string(),
      air: z.object({ dbm: z.number(), spreadDb: z.number() }).nullable(),
      mbps: z.number(),
    }),
  ),
});
export type PlanForetold = z.infer<typeof foretoldSchema>;
export const keptSchema = z.object({
  records: z.array(recordSchema),
  revision: z.number(),
  foretold: foretoldSchema.nullable().default(null),
});
/** A word on a step: the step as it is now, and as this phone had seen it before. */
const stepWordSchema = z.object({
  id: z.string(),
  run: schemas.stepRun,
  base: schemas.stepRun.nullable(),
  /** It went on its way once: the laptop may have it, whatever came back. */
  tried: z.boolean().default(false),
});
export type StepWord = z.infer<typeof stepWordSchema>;
/** Phones of an earlier version kept the step alone. */
const keptStepSchema = z.union([
  stepWordSchema,
  schemas.stepRun.transform((run): StepWord => ({ id: phoneId('st'), run, base: null, tried: false })),
]);
export const waitingSchema = z.object({
  runs: z.array(unsentSchema),
  roams: z.array(schemas.roamWalk),
  steps: z.array(keptStepSchema).default([]),
  refused: z.array(z.object({ run: unsentSchema, message: z.string() })),
});
export type Waiting = z.infer<typeof waitingSchema>;
export const nothing: Waiting = { runs: [], roams: [], steps: [], refused: [] };

/** How much waits to be sent. */
export const unsentCount = ({ runs, roams, steps }: Waiting): number =>
  runs.length + roams.length + steps.length;

export const jobKey = (code: string) => `nestle-walk-job:${code}`;
export const waitingKey = (jobId: Id) => `nestle-walk-waiting:${jobId}`;

/** Reads what this phone kept; what can't be read any more is set aside under another name, not thrown away. */
export function kept<S extends z.ZodType>(key: string, schema: S): z.infer<S> | null {
  const text = localStorage.getItem(key);
  if (text === null) return null;
  try {
    return schema.parse(JSON.parse(text));
  } catch (error) {
    console.error(error);
    localStorage.setItem(`${key}:unread`, text);
    localStorage.removeItem(key);
    return null;
  }
}

/** What was chosen on this phone: it is there again after a reload. */
export const choiceKey = (code: string) => `nestle-walk-choice:${code}`;
export const choiceSchema = z.object({
  spotId: schemas.spot.shape.id.nullable(),
  phase: schemas.reading.shape.phase,
  roundId: schemas.reading.shape.roundId,
  measures: z.enum(['house', 'street']),
  simulated: z.boolean(),
  deviceId: schemas.reading.shape.deviceId,
  dataCapMB: z.union(dataCaps.map((cap) => z.literal(cap))).default(null),
});
