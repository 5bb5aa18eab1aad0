import type { TaxLine } from '#contracts/catalogue/serviceViews';
import type { AccountNames } from '#core/books/accountNames';
import type { Books } from '#core/books/books';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

export type BooksSettingsView = {
  readonly books: Books;
  readonly accounts: readonly string[];
  readonly accountNames: AccountNames;
  readonly closedUntil: PlainDate | null;
  /** ISO 3166; empty where it was not said. */
  readonly country: string;
  readonly taxes: readonly TaxLine[];
};

export type JournalEntryView = {
  readonly seq: number;
  /** On which it is booked: another than that of `at` where that is in a closed period. */
  readonly day: PlainDate;
  readonly at: Instant;
  readonly description: string;
  readonly booking: string | null;
  readonly client: string | null;
  /** What it is of, where that is no booking. */
  readonly about: string;
  readonly factSeq: number | null;
  readonly currency: string;
  readonly lines: readonly { readonly account: string; readonly amount: Minor; readonly taxCode: string | null }[];
};

export type JournalPageView = {
  readonly entries: readonly JournalEntryView[];
  readonly next: { readonly beforeDay: PlainDate; readonly before: string } | null;
  readonly accountNames: AccountNames;
  /** Every account, also those that stand apart for a processor. */
  readonly accounts: readonly string[];
  readonly closedUntil: PlainDate | null;
};

export type TrialBalance = {
  readonly day: PlainDate;
  readonly accountNames: AccountNames;
  readonly balances: readonly { readonly account: string; readonly currency: string; readonly balance: Minor }[];
};

/** A cell of a report: words, a sum, or words that lead somewhere. */
export type ReportCell =
  string | { readonly sum: Minor; readonly currency: string } | { readonly text: string; readonly path: string };

export type ReportTable = {
  readonly title: string;
  /** What it says, and what it rests on. */
  readonly says: string;
  readonly columns: readonly { readonly label: string; readonly right: boolean }[];
  readonly rows: readonly (readonly ReportCell[])[];
  readonly sums: readonly (readonly ReportCell[])[];
};
export const reportNames = [
  'tax',
  'revenue',
  'deposits',
  'receivables',
  'house-accounts',
  'vouchers',
  'fees',
  'tips',
] as const;
export type ReportName = (typeof reportNames)[number];
export type ReportView = {
  readonly name: ReportName;
  readonly from: PlainDate;
  readonly until: PlainDate;
  readonly tables: readonly ReportTable[];
};
export type PayoutView = {
  readonly id: string;
  readonly at: Instant;
  readonly currency: string;
  readonly gross: Minor;
  readonly fee: Minor;
  readonly net: Minor;
  readonly processor: string;
  readonly bankedAt: Instant | null;
  readonly payments: readonly {
    readonly reference: string;
    readonly amount: Minor;
    readonly fee: Minor;
    readonly booking: string | null;
    readonly request: string | null;
  }[];
};

export type TillDay = {
  readonly day: PlainDate;
  readonly came: Minor;
  readonly went: Minor;
  /** What the books say at its end, differences of counts included. */
  readonly balance: Minor;
  readonly counted: readonly {
    readonly at: Instant;
    readonly counted: Minor;
    readonly difference: Minor;
    readonly note: string;
  }[];
};
export type TillView = {
  readonly tills: readonly { readonly currency: string; readonly balance: Minor; readonly days: readonly TillDay[] }[];
};
