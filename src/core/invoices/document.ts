import type { Party } from '#core/invoices/party';
import type { TaxCategory } from '#core/invoices/taxCategory';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';

export const documentKinds = ['account', 'final', 'credit'] as const;
export type DocumentKind = (typeof documentKinds)[number];

/** UNTDID 1001: what kind of document its data say it is. */
export const typeCodes: Readonly<Record<DocumentKind, '386' | '380' | '381'>> = {
  account: '386',
  final: '380',
  credit: '381',
};

/** Of what a document is one: a price of the booking, what a cancellation kept, claims, or a request. */
export type DocumentRun = `price:${number}` | 'kept' | 'claims' | 'request';

export type DocumentLine = {
  readonly label: string;
  readonly quantity: Decimal;
  readonly unitPrice: Minor;
  /** After its discount and its share of the whole one, as the price has it: with tax where that is within. */
  readonly net: Minor;
  readonly codes: readonly string[];
};

export type DocumentTax = TaxAmount & {
  readonly label: string;
  readonly rate: Decimal;
  readonly category: TaxCategory;
  /** Why no tax is charged, as a code of the list of exemptions (VATEX). */
  readonly reason: string;
};

export type Deduction = {
  readonly id: string;
  readonly number: string;
  readonly day: string;
  readonly amount: Minor;
  readonly net: Minor;
  readonly taxes: readonly TaxAmount[];
};

/** All that a document says, frozen as it is issued. */
export type DocumentBody = {
  readonly seller: Party & { readonly line: string; readonly iban: string; readonly bic: string };
  readonly buyer: Party;
  readonly title: string;
  /** The booking's or the request's number. */
  readonly reference: string;
  /** The client's own, such as the number of their order. */
  readonly orderReference?: string;
  /** ISO 11649; what a transfer is known by. */
  readonly paymentReference: string;
  readonly service: { readonly from: string; readonly until: string } | null;
  readonly price: PriceInput;
  readonly lines: readonly DocumentLine[];
  readonly taxes: readonly DocumentTax[];
  readonly deducted: readonly Deduction[];
  readonly payable: Minor;
  /** What of it was still to be paid as it was issued: less than payable where money had come without a document. */
  readonly open: Minor;
  readonly remaining: readonly { readonly code: string; readonly amount: Minor }[];
  /** Of a credit: what it takes back. */
  readonly of: { readonly number: string; readonly day: string } | null;
  readonly note: string;
};
