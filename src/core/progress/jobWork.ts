/** What the business sees of a job: its state, its visits with hours, its money. */
import { z } from 'zod';
import { billOf } from '../design/bill';
import { runbookOf } from '../install/runbook';
import { templateTimes, takenOf } from '../install/stepTimes';
import { visitWork } from '../install/visits';
import type { Job } from '../job/job';
import { schemas } from '../job/records';
import { acceptedOf, sumsOf } from '../papers/quoteSheet';
import { invoiceSums } from '../papers/invoice';
import { toCents } from '../papers/moneyWords';
import type { SpotProof } from '../proof/spotProof';
import { handedOverOn, jobStates, recordedState } from './jobState';

const { shape: visitShape } = schemas.visit;
const eur = z.number();

export const jobWorkSchema = z.object({
  state: z.enum(jobStates),
  handedOn: z.string().nullable(),
  warrantyMonths: z.number(),
  nextAction: z.string(),
  nextOn: z.string().nullable(),
  customer: z.string(),
  address: z.string(),
  visits: z.array(
    z.object({
      id: z.string(),
      kind: visitShape.kind,
      day: z.string().nullable(),
      startsAt: z.string().nullable(),
      travelMin: z.number(),
      /** Hands at work, one person, minutes. */
      handsMin: z.number(),
      waitsFor: z.string(),
    }),
  ),
  money: z.object({
    currency: z.string(),
    /** Net: the newest quote that is open; what was agreed with its changes; invoiced; of that paid. */
    quotedEur: eur,
    acceptedEur: eur,
    invoicedEur: eur,
    paidEur: eur,
    /** What the parts of the plan cost. */
    partsEur: eur,
    /** Hands: of the whole runbook as planned; of the steps done with the clock, as planned and as taken, minutes. */
    plannedMin: z.number(),
    doneMin: z.number(),
    tookMin: z.number(),
  }),
});
export type JobWork = z.infer<typeof jobWorkSchema>;

/** @param proofs of all spots. */
export function jobWorkOf(job: Job, proofs: readonly SpotProof[]): JobWork {
  const book = runbookOf(job);
  const taken = takenOf(job, templateTimes(job));
  const open = job.quotes.filter((q) => q.kind === 'quote' && q.state === 'offered').at(-1);
  const sum = <T>(list: readonly T[], of: (one: T) => number) =>
    toCents(list.reduce((s, one) => s + of(one), 0));
  const net = (list: Job['invoices']) => sum(list, (i) => invoiceSums(i).netEur);
  const [customer] = job.customers;
  return {
    state: recordedState(job, proofs),
    handedOn: handedOverOn(job),
    warrantyMonths: job.businesses[0]?.warrantyMonths ?? 24,
    nextAction: job.info.nextAction,
    nextOn: job.info.nextOn,
    customer: customer?.name ?? '',
    address: customer?.address ?? '',
    visits: visitWork(job, book, '').map(({ visit, handsMin }) => ({
      ...{ id: visit.id, kind: visit.kind, day: visit.day, startsAt: visit.startsAt },
      ...{ travelMin: visit.travelMin, handsMin: Math.round(handsMin), waitsFor: visit.waitsFor },
    })),
    money: {
      currency: job.info.currency,
      quotedEur: open ? sumsOf(open.sheet, open.options).netEur : 0,
      acceptedEur: sum(acceptedOf(job), (q) => sumsOf(q.sheet, q.options).netEur),
      invoicedEur: net(job.invoices),
      paidEur: net(job.invoices.filter((i) => i.paidOn !== null)),
      partsEur: toCents(billOf(job).partsEur),
      plannedMin: Math.round(book.steps.reduce((s, step) => s + step.hands.min, 0)),
      doneMin: Math.round(taken.reduce((s, t) => s + t.plannedMin, 0)),
      tookMin: Math.round(taken.reduce((s, t) => s + t.takenMin, 0)),
    },
  };
}
