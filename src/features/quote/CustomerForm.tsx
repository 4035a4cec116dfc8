'use client';

import { putOne } from '@/core/job/edits';
import { makeRecord } from '@/core/job/make';
import type { Customer } from '@/core/job/records';
import { CountryField } from './BusinessForm';
import { WordsField } from '@/client/inputs';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { Button, PartHead } from '@/ui/primitives';
import { WordChoice } from '@/ui/WordChoice';

const blank: Customer = makeRecord({ type: 'customer', id: 'customer' });
const fields = [
  ['name', 'Name', 200],
  ['contact', 'Phone, e-mail', 400],
  ['address', 'Address', 400],
  ['access', 'Keys, parking, pets, hours', 1000],
  ['decides', 'Who decides', 200],
] as const;

/** For whom the work is. It is on no phone page, and can be deleted at once. */
export function CustomerForm() {
  const store = useJobStore();
  const had = useJob((s) => s.job.customers[0]);
  const hasInvoices = useJob((s) => s.job.invoices.length > 0);
  const customer = had ?? blank;
  const save = (part: Partial<Customer>) =>
    store.getState().commit(putOne('Customer', makeRecord({ ...customer, ...part, type: 'customer' })));
  return (
    <section aria-label="Customer">
      <PartHead>Customer</PartHead>
      {fields.map(([key, label, most]) => (
        <WordsField
          key={key}
          {...{ label, most }}
          value={customer[key]}
          save={(words) => save({ [key]: words })}
        />
      ))}
      <CountryField value={customer.country} save={(country) => save({ country })} />
      <WordChoice
        label="Photos allowed"
        value={customer.photoConsent}
        words={{ 'not-asked': 'not asked', yes: 'yes', no: 'no' }}
        onChange={(photoConsent) => save({ photoConsent })}
      />
      <p className="mt-1 text-[12px] text-muted">
        This stands in the job file and on papers. No phone page shows it.
        {hasInvoices && ' Invoices keep name and address when the customer is deleted, as tax rules want.'}
      </p>
      {had && (
        <Button
          look="quiet"
          className="mt-1"
          onClick={() => store.getState().commit({ label: 'Delete the customer', put: [], remove: [had.id] })}
        >
          Delete the customer
        </Button>
      )}
    </section>
  );
}
