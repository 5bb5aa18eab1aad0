import type { BookingLine } from '#contracts/bookings/views';
import type { RequestLine } from '#contracts/credit/views';
import type { DocumentLineView } from '#contracts/invoices/views';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { BillData } from '#core/invoices/party';
import type { Minor } from '#core/money/minor';

type Sum = { readonly currency: string; readonly amount: Minor };

export type ClientLine = {
  readonly id: string;
  readonly name: string;
  readonly company: string;
  readonly email: string;
  readonly phone: string;
  readonly bookings: number;
  readonly next: { readonly number: string; readonly title: string; readonly start: WallTime } | null;
  /** What is still to be paid, and of it what is late. */
  readonly owed: readonly (Sum & { readonly late: Minor })[];
};
export type ClientsView = {
  readonly clients: readonly ClientLine[];
  readonly next: { readonly name: string; readonly id: string } | null;
};

/** Something that is not settled with a client, by its number; their credit has none. */
export type StillOpen = { readonly what: 'booking' | 'quote' | 'request' | 'credit'; readonly number: string };

export type ClientWhole = {
  readonly id: string;
  /** When they were erased, and by whom; null while they are a client. */
  readonly erased: { readonly at: Instant; readonly by: string } | null;
  /** What is to be settled before they can be erased. */
  readonly open: readonly StillOpen[];
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly bill: BillData;
  readonly accountLimit: Minor | null;
  readonly credit: readonly Sum[];
  /** Cards and bank accounts on file: where they came from and since when. */
  readonly kept: readonly {
    readonly id: string;
    readonly way: 'card' | 'debit';
    readonly last4: string;
    readonly at: Instant;
  }[];
  readonly bookings: readonly BookingLine[];
  /** How many there are in all. */
  readonly allBookings: number;
  readonly requests: readonly RequestLine[];
  readonly documents: readonly DocumentLineView[];
};
