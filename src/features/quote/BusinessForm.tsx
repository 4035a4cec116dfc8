'use client';

import { Picture } from '@/ui/Picture';
import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { putOne } from '@/core/job/edits';
import { problemsOf } from '@/core/job/jobFile';
import { makeRecord } from '@/core/job/make';
import type { Business } from '@/core/job/records';
import { ownChanges, ownRecordsOf, type OwnSet, ownSetSchema, takeOver } from '@/core/papers/ownSet';
import { plainBusiness } from '@/core/papers/quoteSheet';
import { ask, messageOf } from '@/client/store/api';
import { NumberField, WordsField } from '@/client/inputs';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { saveText } from '@/client/saveText';
import { FileButton } from '@/ui/FileButton';
import { Button, PartHead } from '@/ui/primitives';
import { sayError } from '@/ui/sayError';
import { logoOf } from './logo';

const words = [
  ['name', 'Business', 120],
  ['contact', 'Contact', 400],
  ['registration', 'Registration', 120],
  ['taxId', 'Tax number', 40],
  ['taxName', 'Name of the tax', 20],
  ['paymentTerms', 'Payment terms', 1000],
  ['warrantyTerms', 'Warranty terms', 1000],
] as const;
const numbers = [
  ['taxPct', 'Tax', '%', 0, 100],
  ['hourEur', 'Hour of work', '', 0, 10_000],
  ['travelEur', 'Travel', '', 0, 10_000],
  ['marginPct', 'Added to parts', '%', 0, 100],
  ['validDays', 'Quotes hold', 'days', 1, 365],
  ['warrantyMonths', 'Warranty', 'months', 0, 600],
] as const;
const whole: ReadonlySet<string> = new Set(['validDays', 'warrantyMonths']);

/** Whose work it is. The job has its own copy; what is kept for all new jobs is one more press. */
export function BusinessForm() {
  const store = useJobStore();
  const had = useJob((s) => s.job.businesses[0]);
  const currency = useJob((s) => s.job.info.currency);
  const business = had ?? plainBusiness;
  const save = (part: Partial<Business>) =>
    store.getState().commit(putOne('Business', makeRecord({ ...business, ...part, type: 'business' })));
  const takeLogo = async (file: File) => {
    try {
      save({ logo: await logoOf(file) });
    } catch (error) {
      sayError(messageOf(error));
    }
  };
  return (
    <section aria-label="Business" className="mt-4">
      <PartHead right="in this job">Business</PartHead>
      <div className="flex items-center gap-2 border-b border-rule py-2">
        {business.logo && <Picture src={business.logo} alt="Logo" className="max-h-10 max-w-40 bg-white" />}
        <FileButton label="Logo" accept="image/*" onFile={(file) => void takeLogo(file)}>
          {business.logo ? 'Another logo' : 'Add a logo'}
        </FileButton>
        {business.logo && (
          <Button look="quiet" onClick={() => save({ logo: null })}>
            Remove
          </Button>
        )}
      </div>
      {words.map(([key, label, most]) => (
        <WordsField
          key={key}
          {...{ label, most }}
          value={business[key]}
          save={(text) => save({ [key]: text })}
        />
      ))}
      <CountryField value={business.country} save={(country) => save({ country })} />
      {numbers.map(([key, label, unit, min, max]) => (
        <NumberField
          key={key}
          {...{ label, min, max }}
          value={business[key]}
          unit={unit || currency}
          onChange={(n) => save({ [key]: whole.has(key) ? Math.round(n) : n })}
        />
      ))}
      <Kept />
    </section>
  );
}

/** A country by its two letters, as invoices need it. */
export function CountryField({ value, save }: { value: string; save: (country: string) => void }) {
  return (
    <WordsField
      label="Country, two letters"
      most={2}
      value={value}
      save={(text) => {
        const country = text.toUpperCase();
        if (!/^([A-Z]{2})?$/.test(country)) throw new Error('Two letters, for example NL.');
        save(country);
      }}
    />
  );
}

/** A field as people call it: as the form has it, else its own name in words. Example: `fitMinutes` → «fit minutes». */
const fieldWords = (field: string): string =>
  [...words, ...numbers].find(([key]) => key === field)?.[1].toLowerCase() ??
  field.replace(/(Eur|Pct|Mbps)$/, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);

/** What this machine keeps for new jobs, and in what it differs from this job. */
function Kept() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [own, setOwn] = useState<OwnSet | null>(null);
  const tell = (error: unknown) => sayError(messageOf(error));
  const look = useCallback(async () => setOwn(await ask(ownSetSchema, '/api/business')), []);
  useEffect(() => {
    let live = true;
    ask(ownSetSchema, '/api/business')
      .then((set) => live && setOwn(set))
      .catch((error: unknown) => live && sayError(messageOf(error)));
    return () => {
      live = false;
    };
  }, []);
  const keep = async (set: OwnSet, said: string) => {
    try {
      setOwn(await ask(ownSetSchema, '/api/business', { method: 'PUT', body: set }));
      toast(said);
    } catch (error) {
      tell(error);
    }
  };
  const bringIn = async (file: File) => {
    try {
      const read = ownSetSchema.safeParse(JSON.parse(await file.text()));
      if (!read.success) {
        const [first] = problemsOf(read.error);
        throw new Error(`${file.name} was not read. ${first?.path}: ${first?.message}. Nothing was changed.`);
      }
      await keep(read.data, `Kept for new jobs: ${read.data.records.length} records of ${file.name}.`);
    } catch (error) {
      tell(
        error instanceof SyntaxError ? new Error(`${file.name} is not JSON. Nothing was changed.`) : error,
      );
    }
  };
  if (!own) return null;
  const changes = ownChanges(job, own);
  const isEmpty = own.business === null && own.records.length === 0;
  return (
    <div className="mt-3 border-t border-strong pt-2" data-testid="own-set">
      <h3 className="font-bold">For all new jobs</h3>
      <p className="text-[12.5px] text-muted">
        {isEmpty
          ? 'Nothing is kept on this machine yet.'
          : `Kept: ${own.business?.name || 'the business'}, ${own.records.length} products, activities, assemblies and steps.`}
      </p>
      {changes.length > 0 && (
        <>
          <p className="mt-1">
            {changes.length} {changes.length === 1 ? 'thing is' : 'things are'} kept otherwise than in this
            job:
          </p>
          <ul className="max-h-40 overflow-auto text-[12.5px]">
            {changes.map((c) => (
              <li key={c.record.id} className="flex items-center gap-2 border-t border-rule py-0.5">
                <span className="min-w-0 flex-1">
                  {c.name}{' '}
                  <span className="text-muted">
                    {c.what === 'new' ? 'new' : c.fields.map(fieldWords).join(', ')}
                  </span>
                </span>
                <Button look="quiet" onClick={() => store.getState().commit(takeOver([c]))}>
                  Take over
                </Button>
              </li>
            ))}
          </ul>
          <Button className="mt-1" onClick={() => store.getState().commit(takeOver(changes))}>
            Take over all
          </Button>
        </>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          onClick={() =>
            void keep(
              { ...own, business: job.businesses[0] ?? own.business, records: ownRecordsOf(job) },
              'Kept for new jobs. Jobs that there are keep their own.',
            )
          }
        >
          Keep for new jobs
        </Button>
        <Button
          look="quiet"
          disabled={isEmpty}
          onClick={() =>
            saveText('business.nestle.json', `${JSON.stringify(own, null, 1)}\n`, 'application/json')
          }
        >
          Save as a file
        </Button>
        <FileButton
          look="quiet"
          label="File of a business"
          accept=".json"
          onFile={(file) => void bringIn(file)}
        >
          Bring in a file
        </FileButton>
        <Button look="quiet" onClick={() => void look().catch(tell)}>
          Look again
        </Button>
      </div>
    </div>
  );
}
