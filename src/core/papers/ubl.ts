/** An invoice as XML: UBL 2.1, in the use of EN 16931. */
import { create } from 'xmlbuilder2';
import type { Invoice } from '../job/records';
import { invoiceSums } from './invoice';
import { toCents } from './moneyWords';
import { lacksForUbl } from './ublLacks';

const spaces = {
  xmlns: 'urn:oasis:names:specification:ubl:schema:xsd:Invoice-2',
  'xmlns:cac': 'urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2',
  'xmlns:cbc': 'urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2',
};

/** Hours, metres would need more codes: pieces, and hours of work (UN/ECE Recommendation 20). */
const unitCode = (kind: Invoice['lines'][number]['kind']) => (kind === 'work' ? 'HUR' : 'C62');

function party(name: string, address: string, country: string, taxId: string) {
  return {
    'cac:Party': {
      'cac:PartyName': { 'cbc:Name': name },
      'cac:PostalAddress': {
        ...(address && { 'cbc:StreetName': address.replaceAll('\n', ', ') }),
        'cac:Country': { 'cbc:IdentificationCode': country },
      },
      ...(taxId && {
        'cac:PartyTaxScheme': { 'cbc:CompanyID': taxId, 'cac:TaxScheme': { 'cbc:ID': 'VAT' } },
      }),
      'cac:PartyLegalEntity': { 'cbc:RegistrationName': name },
    },
  };
}

/**
 * The invoice as UBL 2.1. Tax is one rate for the whole: category S, or E with a reason where it is 0 %.
 * Source: OASIS UBL 2.1, UBL-Invoice-2.1; EN 16931-1:2017.
 * @throws Error with all that is missing; see `lacksForUbl`.
 */
export function ublInvoice(invoice: Invoice): string {
  const lacks = lacksForUbl(invoice);
  if (lacks.length) throw new Error(lacks.join(' '));
  const sums = invoiceSums(invoice);
  const { currency, taxPct, seller, buyer } = invoice;
  const amount = (eur: number) => ({ '@currencyID': currency, '#': eur.toFixed(2) });
  const category = {
    'cbc:ID': taxPct > 0 ? 'S' : 'E',
    'cbc:Percent': String(taxPct),
  };
  const scheme = { 'cac:TaxScheme': { 'cbc:ID': 'VAT' } };
  const document = {
    Invoice: {
      ...Object.fromEntries(Object.entries(spaces).map(([k, v]) => [`@${k}`, v])),
      'cbc:CustomizationID': 'urn:cen.eu:en16931:2017',
      'cbc:ID': invoice.number,
      'cbc:IssueDate': invoice.issuedOn,
      ...(invoice.dueOn && { 'cbc:DueDate': invoice.dueOn }),
      // 380: commercial invoice (UNTDID 1001)
      'cbc:InvoiceTypeCode': '380',
      'cbc:DocumentCurrencyCode': currency,
      'cac:AccountingSupplierParty': party(seller.name, seller.contact, seller.country, seller.taxId),
      'cac:AccountingCustomerParty': party(buyer.name, buyer.address, buyer.country, ''),
      ...(invoice.paymentTerms && { 'cac:PaymentTerms': { 'cbc:Note': invoice.paymentTerms } }),
      'cac:TaxTotal': {
        'cbc:TaxAmount': amount(sums.taxEur),
        'cac:TaxSubtotal': {
          'cbc:TaxableAmount': amount(sums.netEur),
          'cbc:TaxAmount': amount(sums.taxEur),
          'cac:TaxCategory': {
            ...category,
            ...(taxPct > 0 ? {} : { 'cbc:TaxExemptionReason': 'No tax is charged' }),
            ...scheme,
          },
        },
      },
      'cac:LegalMonetaryTotal': {
        'cbc:LineExtensionAmount': amount(sums.netEur),
        'cbc:TaxExclusiveAmount': amount(sums.netEur),
        'cbc:TaxInclusiveAmount': amount(sums.totalEur),
        'cbc:PayableAmount': amount(sums.totalEur),
      },
      'cac:InvoiceLine': invoice.lines.map((l, i) => ({
        'cbc:ID': String(i + 1),
        'cbc:InvoicedQuantity': { '@unitCode': unitCode(l.kind), '#': String(l.count || 1) },
        'cbc:LineExtensionAmount': amount(l.sumEur),
        'cac:Item': {
          'cbc:Name': l.text,
          'cac:ClassifiedTaxCategory': { ...category, ...scheme },
        },
        'cac:Price': priceOf(l, currency),
      })),
    },
  };
  return create({ version: '1.0', encoding: 'UTF-8' }, document).end({ prettyPrint: true });
}

/**
 * The price of one where that is whole cents; else the sum of the line as the price of so many: so it always comes to the
 * sum to the cent.
 */
function priceOf({ kind, sumEur, count }: Invoice['lines'][number], currency: string) {
  const many = count || 1;
  const each = toCents(sumEur / many);
  const isWhole = Math.abs(each * many - sumEur) < 1e-9;
  return {
    'cbc:PriceAmount': { '@currencyID': currency, '#': (isWhole ? each : sumEur).toFixed(2) },
    ...(!isWhole && { 'cbc:BaseQuantity': { '@unitCode': unitCode(kind), '#': String(many) } }),
  };
}
