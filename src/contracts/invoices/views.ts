import type { RequestLine } from '#contracts/credit/views';
import type { PlainDate } from '#core/calendar/days';
import type { DocumentKind } from '#core/invoices/document';
import type { MissingForDocument } from '#core/invoices/missing';
import type { BillData, SellerData } from '#core/invoices/party';
import type { DocumentSettings } from '#core/invoices/settings';
import type { Minor } from '#core/money/minor';

/** How it stands with a document now. */
export type DocumentState = 'open' | 'overdue' | 'paid' | 'credited' | 'issued';

export type DocumentLineView = {
  readonly place: number;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly day: PlainDate;
  readonly dueDay: PlainDate | null;
  readonly total: Minor;
  /** What of it is to be paid now. */
  readonly open: Minor;
  /** What was not credited of it. */
  readonly left: Minor;
  readonly state: DocumentState;
  readonly currency: string;
  readonly client: { readonly id: string; readonly name: string };
  readonly booking: string | null;
  readonly request: string | null;
  readonly title: string;
  /** Of a credit: the number that it takes back. */
  readonly of: string | null;
  /** Whether both addresses have their country, which data need. */
  readonly asData: boolean;
};

/** What should have been issued and could not. */
export type DocumentHeld = {
  /** The booking's or the payment request's number, and where it is. */
  readonly number: string;
  readonly path: string;
  readonly client: { readonly id: string; readonly name: string };
  readonly title: string;
  readonly missing: readonly MissingForDocument[];
};

export type DocumentsView = {
  readonly documents: readonly DocumentLineView[];
  readonly held: readonly DocumentHeld[];
  /** Where the next page begins; null at the end. */
  readonly next: number | null;
  /** What is to be paid on invoices, by currency, and of it what is overdue. */
  readonly owed: readonly { readonly currency: string; readonly open: Minor; readonly overdue: Minor }[];
  /** Whether documents are issued by themselves. */
  readonly byThemselves: boolean;
};

/** What a booking says of its documents. */
export type BookingDocuments = {
  readonly documents: readonly DocumentLineView[];
  /** For whom they are, and whether that was said of this booking alone. */
  readonly bill: { readonly own: boolean; readonly data: BillData };
  /** Payment requests that were made about it. */
  readonly requests: readonly RequestLine[];
  readonly missing: readonly MissingForDocument[];
  /** Whether an invoice of the service, of what was kept or of claims can be issued now. */
  readonly final: boolean;
  /** What can still be invoiced on account. */
  readonly onAccount: Minor;
};

export type DocumentSettingsView = {
  readonly settings: DocumentSettings;
  readonly seller: SellerData;
  readonly country: string;
};
