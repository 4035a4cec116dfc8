'use client';

import { toast } from 'sonner';
import { z } from 'zod';
import { putOne } from '@/core/job/edits';
import { makeRecord } from '@/core/job/make';
import { type Business, schemas } from '@/core/job/records';
import { plainBusiness } from '@/core/papers/quoteSheet';
import { ask, messageOf } from '@/client/store/api';
import { NumberField, WordsField } from '@/client/inputs';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button, PartHead } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';

const answer = z.object({ business: schemas.business.nullable() });
const words = [
  ['name', 'Business', 120],
  ['contact', 'Contact', 400],
  ['registration', 'Registration', 120],
  ['taxName', 'Name of the tax', 20],
  ['paymentTerms', 'Payment terms', 1000],
  ['warrantyTerms', 'Warranty terms', 1000],
] as const;
const numbers = [
  ['taxPct', 'Tax', '%', 100],
  ['hourEur', 'Hour of work', '', 10_000],
  ['travelEur', 'Travel', '', 10_000],
  ['marginPct', 'Added to parts', '%', 100],
  ['validDays', 'Quotes hold', 'days', 365],
] as const;

/** Whose work it is. The job has its own copy; what is kept for all new jobs is one more press. */
export function BusinessForm() {
  const store = useJobStore();
  const had = useJob((s) => s.job.businesses[0]);
  const currency = useJob((s) => s.job.info.currency);
  const business = had ?? plainBusiness;
  const save = (part: Partial<Business>) =>
    store.getState().commit(putOne('Business', makeRecord({ ...business, ...part, type: 'business' })));
  const keep = async () => {
    try {
      await ask(answer, '/api/business', { method: 'PUT', body: business });
      toast('Kept for new jobs. Jobs that there are keep their own.');
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  const take = async () => {
    try {
      const { business: own } = await ask(answer, '/api/business');
      if (own) save({ ...own, id: business.id });
      else toast('None is kept on this machine yet.');
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  return (
    <section aria-label="Business" className="mt-4">
      <PartHead right="in this job">Business</PartHead>
      {words.map(([key, label, most]) => (
        <WordsField
          key={key}
          {...{ label, most }}
          value={business[key]}
          save={(text) => save({ [key]: text })}
        />
      ))}
      {numbers.map(([key, label, unit, most]) => (
        <NumberField
          key={key}
          label={label}
          value={business[key]}
          unit={unit || currency}
          min={key === 'validDays' ? 1 : 0}
          max={most}
          onChange={(n) => save({ [key]: key === 'validDays' ? Math.round(n) : n })}
        />
      ))}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => void keep()}>Keep for new jobs</Button>
        <Button look="quiet" onClick={() => void take()}>
          Take what is kept
        </Button>
      </div>
    </section>
  );
}
