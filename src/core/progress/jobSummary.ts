/** What the list shows of a job, in few bytes: one schema for the server, the list and the browser. */
import { z } from 'zod';
import type { Job } from '../job/job';
import { type StageMark, stageMarks } from './stages';
import { proveSpot, tally } from '../proof/spotProof';
import { jobWorkOf, jobWorkSchema } from './jobWork';
import { toTenth } from '../geometry/round';

/** How the stages stand, one letter each in the order of the work. */
const letters = { empty: 'e', begun: 'b', attention: 'a', done: 'd' } as const;
const states = { e: 'empty', b: 'begun', a: 'attention', d: 'done' } as const;
const letter = z.enum(['e', 'b', 'a', 'd']);

export const jobSummarySchema = z.object({
  name: z.string(),
  demo: z.boolean(),
  /** Width and height, m; storeys; whether its roof is pitched. Outdoors is left out. */
  buildings: z.array(z.tuple([z.number(), z.number(), z.number(), z.boolean()])),
  buildingNames: z.string(),
  stages: z.string().regex(/^[ebad]{7}$/),
  /** What the first stage that is not done says. */
  stageText: z.string(),
  /** Spots, and how many of them: dead or short before, proven, short, test-limited, untested. */
  /** State, visits and money. */
  work: jobWorkSchema,
  counts: z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()]),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

/** A row of the list: a job that can be read, or what is wrong with one that can't. */
export const jobRowSchema = z.object({
  id: z.string(),
  savedAt: z.string(),
  deletedAt: z.string().nullable(),
  job: z.union([jobSummarySchema, z.object({ broken: z.string() })]),
});
export type JobRow = z.infer<typeof jobRowSchema>;

/** The counts of a job by their names. */
export function countsOf({ counts }: JobSummary) {
  const [spots, foundShort, proven, short, testLimited, untested] = counts;
  return { spots, foundShort, proven, short, testLimited, untested };
}

export const stageStates = (summary: JobSummary): StageMark['state'][] =>
  [...summary.stages].map((l) => states[letter.parse(l)]);

/** Sums a job up for the list. */
export function summarise(job: Job): JobSummary {
  const proofs = job.spots.map((s) => proveSpot(job, s));
  const built = job.buildings.filter((b) => b.kind !== 'outdoors');
  const stages = stageMarks(job, proofs);
  const current = stages.find((s) => s.state !== 'done') ?? stages.at(-1);
  const { proven, short, testLimited, untested } = tally(proofs);
  const foundShort = proofs.filter((p) => p.found === 'dead' || p.found === 'short').length;
  return {
    name: job.info.name,
    demo: job.info.demo,
    buildings: built.map((b) => {
      const storeys = job.storeys.filter((s) => s.buildingId === b.id);
      const xs = b.outline.map((p) => p[0]);
      return [
        toTenth(Math.max(...xs) - Math.min(...xs)),
        toTenth(Math.max(0, ...storeys.map((s) => s.floorZM + s.heightM))),
        storeys.length,
        b.roof?.kind === 'pitched',
      ];
    }),
    buildingNames: built.map((b) => b.name).join(', '),
    stages: stages.map((s) => letters[s.state]).join(''),
    stageText: current?.text ?? '',
    work: jobWorkOf(job, proofs),
    counts: [job.spots.length, foundShort, proven, short, testLimited, untested],
  };
}
