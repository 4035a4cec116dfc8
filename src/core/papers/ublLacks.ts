import type { Invoice } from '../job/records';

/** What the standard asks for and the invoice does not have, in words; empty = it can be written. */
export function lacksForUbl({ seller, buyer, taxPct, dueOn, paymentTerms }: Invoice): string[] {
  return [
    ...(seller.name ? [] : ['The name of the business is missing.']),
    ...(seller.country ? [] : ['The country of the business is missing.']),
    ...(taxPct > 0 && !seller.taxId ? ['The tax number of the business is missing.'] : []),
    ...(buyer.name ? [] : ['The name of the customer is missing.']),
    ...(buyer.country ? [] : ['The country of the customer is missing.']),
    ...(dueOn || paymentTerms ? [] : ['A day by which it is due, or payment terms, are missing.']),
  ];
}
