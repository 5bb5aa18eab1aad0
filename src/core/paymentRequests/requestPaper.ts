import type { PlainDate } from '#core/calendar/days';
import type { Minor } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';

/** When a request with lines is invoiced: not by itself, as money comes, or as it is asked for. */
export const requestInvoicing = ['no', 'paid', 'sent'] as const;
export type RequestInvoicing = (typeof requestInvoicing)[number];

/** What a payment request says besides what it is for: as much as a small invoice does. */
export type RequestPaper = {
  /** What is sold by it; null: what comes is the client's credit. */
  readonly price: PriceInput | null;
  /** The client's own: an order, a cost centre. */
  readonly reference: string;
  /** What holds for it, as the payer reads it. */
  readonly terms: string;
  /** For the owner alone. */
  readonly privateNote: string;
  /** Until when it is to be paid; asked for again after that. */
  readonly dueDay: PlainDate | null;
  /** Whether the payer may add a tip. */
  readonly tip: boolean;
  /** Addresses that get a copy of its messages. */
  readonly copyTo: readonly string[];
  readonly attachments: readonly { readonly file: string; readonly name: string }[];
  readonly invoiced: RequestInvoicing;
};

export const plainPaper: RequestPaper = {
  price: null,
  reference: '',
  terms: '',
  privateNote: '',
  dueDay: null,
  tip: false,
  copyTo: [],
  attachments: [],
  invoiced: 'no',
};

/** What a request asks for: the sum typed, or what its lines come to; null where the payer chooses. */
export const askedBy = (amount: Minor | null, { price: input }: Pick<RequestPaper, 'price'>): Minor | null =>
  input ? price(input).total : amount;
