import type { GivenBill } from '#contracts/clients/clients';
import type { OfferedOnPage } from '#contracts/paymentMethods/views';
import type { BusinessFace } from '#contracts/quotes/views';
import type { KnownClient } from '#contracts/clients/knownClients';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { MissingForDocument } from '#core/invoices/missing';
import type { RequestInvoicing, RequestPaper } from '#core/paymentRequests/requestPaper';
import type { TaxLine } from '#contracts/catalogue/serviceViews';
import type { Minor } from '#core/money/minor';
import type { RequestRow } from '#core/wording/requestWords';

export type RequestState = 'open' | 'partly' | 'paid' | 'over';

/** A payment request as its payer sees it. */
export type RequestPageView = {
  readonly business: BusinessFace;
  readonly number: string;
  readonly clientName: string;
  readonly note: string;
  readonly currency: string;
  readonly amount: Minor | null;
  readonly smallest: Minor | null;
  readonly until: string | null;
  readonly state: RequestState;
  readonly paid: Minor;
  /** What is still asked for; null where the payer chooses the sum. */
  readonly left: Minor | null;
  /** Its lines with taxes and the sum of all; empty without any. */
  readonly rows: readonly RequestRow[];
  readonly reference: string;
  readonly terms: string;
  readonly due: { readonly day: string; readonly late: boolean } | null;
  readonly tip: boolean;
  readonly attachments: readonly { readonly file: string; readonly name: string }[];
  /** Each by its number, and what it is with its day. */
  readonly documents: readonly { readonly number: string; readonly what: string }[];
  readonly waiting: { readonly url: string } | null;
  /** A payment was sent to the processor, and its answer is not known yet. */
  readonly unanswered: { readonly amount: Minor } | null;
  readonly offered: OfferedOnPage;
  /** Collected from a bank account; paid when it settles. */
  readonly onTheWay: { readonly amount: Minor; readonly settles: string } | null;
  /** For whom documents are, where that was said; null: nothing was. */
  readonly bill: GivenBill | null;
  /** It buys a voucher: where that goes when, in a sentence. */
  readonly voucher: string | null;
};

export type RequestLine = {
  readonly id: string;
  readonly number: string;
  readonly client: string;
  readonly note: string;
  readonly currency: string;
  readonly amount: Minor | null;
  readonly smallest: Minor | null;
  readonly state: RequestState;
  readonly paid: Minor;
  readonly left: Minor | null;
  readonly lines: boolean;
  /** When it is to be paid, and whether that is over. */
  readonly dueDay: PlainDate | null;
  readonly late: boolean;
  readonly reference: string;
  readonly privateNote: string;
  readonly booking: string | null;
  readonly documents: readonly string[];
  /** With lines: it can be invoiced now. */
  readonly canInvoice: boolean;
  readonly missing: readonly MissingForDocument[];
  readonly voucher: boolean;
  /** Its message, where it has not gone out yet: waiting to be called back, on its way, or given up. */
  readonly going: 'waits' | 'outgoing' | 'failed' | null;
  /** What happened, newest first. */
  readonly happened: readonly { readonly at: Instant; readonly what: string }[];
};
export type VoucherLine = {
  readonly id: string;
  readonly ending: string;
  readonly buyer: string;
  readonly amount: Minor;
  readonly left: Minor;
  readonly currency: string;
  readonly soldAt: Instant;
  readonly expiresAt: Instant | null;
  readonly expired: boolean;
  /** The one service that it buys; null: any. */
  readonly buys: string | null;
  /** Bought on the booking page: to whom it goes, from when on, and what has become of its letter. */
  readonly online: {
    readonly name: string;
    readonly email: string;
    readonly sendOn: PlainDate | null;
    readonly letter: 'waits' | 'outgoing' | 'sent' | 'failed';
  } | null;
};
export type CreditView = {
  /** How many there are in all: the newest are here. */
  readonly counts: { readonly requests: number; readonly vouchers: number };
  readonly requests: readonly RequestLine[];
  readonly vouchers: readonly VoucherLine[];
  readonly clients: readonly { readonly name: string; readonly currency: string; readonly credit: Minor }[];
  readonly known: readonly KnownClient[];
  /** Services of one tax: what a voucher may be for alone. */
  readonly ofOneTax: readonly { readonly id: string; readonly name: string }[];
  /** Clients who pay on account, or may: what stands open, of how much. */
  readonly accounts: readonly {
    readonly id: string;
    readonly name: string;
    readonly currency: string;
    readonly open: Minor;
    readonly limit: Minor | null;
  }[];
};

/** What a new request begins with: of a client, a booking, an earlier request, or nothing. */
export type NewRequestView = {
  readonly known: CreditView['known'];
  readonly taxes: readonly TaxLine[];
  /** When it is invoiced unless somebody says otherwise, and within how many days it is to be paid. */
  readonly invoiced: RequestInvoicing;
  readonly dueDays: number;
  readonly from: {
    readonly client: { readonly name: string; readonly email: string } | null;
    readonly booking: { readonly id: string; readonly number: string; readonly title: string } | null;
    readonly request: {
      readonly note: string;
      readonly amount: Minor | null;
      readonly smallest: Minor | null;
      readonly paper: RequestPaper;
    } | null;
  };
};
