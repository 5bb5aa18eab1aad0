import type { DocumentBody, DocumentKind } from '#core/invoices/document';
import { typeCodes } from '#core/invoices/document';
import { addsUp, type DataLine, dataLines } from '#core/invoices/dataLines';
import type { Party } from '#core/invoices/party';
import type { TaxCategory } from '#core/invoices/taxCategory';
import { currencyExponent } from '#core/money/currency';
import { type Minor, minor, sum } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';
import type { Invoice } from '@e-invoice-eu/core';

export type DataOf = {
  readonly number: string;
  readonly kind: DocumentKind;
  readonly day: string;
  readonly dueDay: string | null;
  readonly currency: string;
  readonly total: Minor;
  readonly net: Minor;
  readonly body: DocumentBody;
};

/** Why a document is not data. */
export type NoData = 'two codes on a line' | 'an address without a country';

/** What a line without a code is: outside of the tax, or exempt beside lines that are not. */
const untaxed = (taxed: boolean): { readonly category: TaxCategory; readonly reason: string } =>
  taxed ? { category: 'E', reason: '' } : { category: 'O', reason: 'VATEX-EU-O' };

const reasonText: Readonly<Record<TaxCategory, string>> = {
  S: '',
  Z: '',
  E: 'Exempt from tax',
  AE: 'Reverse charge',
  O: 'Not subject to tax',
};

function address({ street, postcode, city, country }: Party) {
  return {
    ...(street ? { 'cbc:StreetName': street } : {}),
    ...(city ? { 'cbc:CityName': city } : {}),
    ...(postcode ? { 'cbc:PostalZone': postcode } : {}),
    'cac:Country': { 'cbc:IdentificationCode': country },
  };
}

const taxScheme = (taxNumber: string) => ({
  'cbc:CompanyID': taxNumber,
  'cac:TaxScheme': { 'cbc:ID': 'VAT' },
});

/** A seller may have several tax numbers, a buyer one: so the two are written differently. */
function party(of: Party, role: 'seller' | 'buyer', vat: boolean) {
  const { name, contact, email, taxNumber, registration } = of;
  return {
    ...(email ? { 'cbc:EndpointID': email, 'cbc:EndpointID@schemeID': 'EM' } : {}),
    'cac:PostalAddress': address(of),
    ...(taxNumber && vat
      ? { 'cac:PartyTaxScheme': role === 'seller' ? [taxScheme(taxNumber)] : taxScheme(taxNumber) }
      : {}),
    'cac:PartyLegalEntity': {
      'cbc:RegistrationName': name,
      ...(registration || (!vat && taxNumber) ? { 'cbc:CompanyID': registration || taxNumber } : {}),
    },
    ...(contact ? { 'cac:Contact': { 'cbc:Name': contact } } : {}),
  };
}

/**
 * The document in the shape of UBL, as EN 16931 has it. Sums of a credit are positive: its type says that they are taken
 * back.
 */
export function documentData(document: DataOf): { readonly data: Invoice } | { readonly none: NoData } {
  const { number, kind, day, dueDay, currency, body } = document;
  const { seller, buyer } = body;
  if (seller.country === '' || buyer.country === '') return { none: 'an address without a country' };
  const sign = kind === 'credit' ? -1 : 1;
  const of = (amount: number): Minor => minor(sign * amount);
  const lines = dataLines({ ...body, net: document.net }, kind);
  if (!lines || !addsUp(lines, { net: document.net, total: document.total, taxes: body.taxes }))
    return { none: 'two codes on a line' };
  const exponent = currencyExponent(currency);
  const text = (amount: number): string => {
    const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
    const whole = digits.slice(0, digits.length - exponent);
    return `${amount < 0 ? '-' : ''}${exponent === 0 ? whole : `${whole}.${digits.slice(-exponent)}`}`;
  };
  const sums = <N extends string>(name: N, amount: number) =>
    ({ [name]: text(amount), [`${name}@currencyID`]: currency }) as Record<N | `${N}@currencyID`, string>;

  const taxed = body.taxes.some(({ base, amount }) => base !== 0 || amount !== 0);
  const categoryOf = (code: string | null) => {
    const tax = code === null ? null : body.taxes.find((each) => each.code === code);
    return tax ? { ...tax } : { ...untaxed(taxed), rate: '0' };
  };
  const percent = ({ category, rate }: { category: TaxCategory; rate: string }) =>
    category === 'O' ? {} : { 'cbc:Percent': rate };
  const scheme = { 'cac:TaxScheme': { 'cbc:ID': 'VAT' } };

  const untaxedNet = sum(lines.filter(({ code }) => code === null).map(({ net }) => net));
  const groups = [
    ...body.taxes
      .filter(({ base, amount }) => base !== 0 || amount !== 0)
      .map((tax) => ({ ...tax, base: tax.base, amount: tax.amount })),
    ...(lines.some(({ code }) => code === null)
      ? [{ ...untaxed(taxed), rate: '0', base: untaxedNet, amount: minor(0) }]
      : []),
  ];
  const prepaid = kind === 'final' ? minor(document.total - body.open) : minor(0);
  const vatNumber = taxed;
  const line = ({ label, net, code }: DataLine, index: number) => {
    const category = categoryOf(code);
    return {
      'cbc:ID': String(index + 1),
      'cbc:InvoicedQuantity': '1',
      'cbc:InvoicedQuantity@unitCode': 'C62',
      ...sums('cbc:LineExtensionAmount', of(net)),
      'cac:Item': {
        'cbc:Name': label.slice(0, 500),
        'cac:ClassifiedTaxCategory': { 'cbc:ID': category.category, ...percent(category), ...scheme },
      },
      // A price is never negative; the quantity is where the sum is.
      'cac:Price': sums('cbc:PriceAmount', Math.abs(net)),
      ...(of(net) < 0 ? { 'cbc:InvoicedQuantity': '-1' } : {}),
    };
  };
  const data = {
    'ubl:Invoice': {
      'cbc:CustomizationID': 'urn:cen.eu:en16931:2017',
      'cbc:ID': number,
      'cbc:IssueDate': day,
      ...(dueDay && body.open > 0 ? { 'cbc:DueDate': dueDay } : {}),
      'cbc:InvoiceTypeCode': typeCodes[kind],
      ...(body.note ? { 'cbc:Note': [body.note] } : {}),
      'cbc:DocumentCurrencyCode': currency,
      'cbc:BuyerReference': body.orderReference ?? body.reference,
      ...(body.service
        ? { 'cac:InvoicePeriod': { 'cbc:StartDate': body.service.from, 'cbc:EndDate': body.service.until } }
        : {}),
      ...(body.of || body.deducted.length > 0
        ? {
            'cac:BillingReference': [...(body.of ? [body.of] : []), ...body.deducted].map((earlier) => ({
              'cac:InvoiceDocumentReference': { 'cbc:ID': earlier.number, 'cbc:IssueDate': earlier.day },
            })),
          }
        : {}),
      'cac:AccountingSupplierParty': { 'cac:Party': party(seller, 'seller', vatNumber) },
      'cac:AccountingCustomerParty': { 'cac:Party': party(buyer, 'buyer', true) },
      'cac:Delivery': { 'cbc:ActualDeliveryDate': body.service?.until ?? day },
      ...(seller.iban && body.open > 0
        ? {
            'cac:PaymentMeans': [
              {
                'cbc:PaymentMeansCode': '58',
                'cbc:PaymentID': body.paymentReference,
                'cac:PayeeFinancialAccount': {
                  'cbc:ID': seller.iban.replace(/\s/g, ''),
                  ...(seller.bic ? { 'cac:FinancialInstitutionBranch': { 'cbc:ID': seller.bic } } : {}),
                },
              },
            ],
          }
        : {}),
      ...(body.open > 0 && !dueDay ? { 'cac:PaymentTerms': { 'cbc:Note': 'Due at once' } } : {}),
      'cac:TaxTotal': [
        {
          ...sums('cbc:TaxAmount', of(taxSum(body.taxes))),
          'cac:TaxSubtotal': groups.map((group) => ({
            ...sums('cbc:TaxableAmount', of(group.base)),
            ...sums('cbc:TaxAmount', of(group.amount)),
            'cac:TaxCategory': {
              'cbc:ID': group.category,
              ...percent(group),
              ...(group.category !== 'S' && group.category !== 'Z'
                ? {
                    ...(group.reason || group.category === 'AE'
                      ? { 'cbc:TaxExemptionReasonCode': group.category === 'AE' ? 'VATEX-EU-AE' : group.reason }
                      : {}),
                    'cbc:TaxExemptionReason': reasonText[group.category],
                  }
                : {}),
              ...scheme,
            },
          })),
        },
      ],
      'cac:LegalMonetaryTotal': {
        ...sums('cbc:LineExtensionAmount', of(document.net)),
        ...sums('cbc:TaxExclusiveAmount', of(document.net)),
        ...sums('cbc:TaxInclusiveAmount', of(document.total)),
        ...(prepaid !== 0 ? sums('cbc:PrepaidAmount', prepaid) : {}),
        ...sums('cbc:PayableAmount', minor(of(document.total) - prepaid)),
      },
      'cac:InvoiceLine': lines.map(line),
    },
  };
  return { data: data as unknown as Invoice };
}
