import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import type { WaysShown, WayToPay } from '#core/paymentMethods/ways';

/** An account that a client's page offers, with the frame in which a number is typed. */
export type OnlineWay = {
  readonly account: string;
  readonly way: 'card' | 'debit';
  readonly frame: string;
  /** What the client agrees to by paying with it. */
  readonly consent: string;
  /** The day on which it counts; null where that is at once. */
  readonly settles: string | null;
};
/** What a client's page offers. */
export type OfferedOnPage = {
  readonly ways: readonly WayToPay[];
  /** The default one first. */
  readonly online: readonly OnlineWay[];
  /** Where a transfer goes to and what is written on it, a line each. */
  readonly transferTo: string;
  /** Whether the page has a code for banking applications. */
  readonly transferCode: boolean;
  readonly test: boolean;
};

export type AccountLine = {
  readonly id: string;
  readonly provider: string;
  readonly name: string;
  readonly way: 'card' | 'debit' | 'reader';
  readonly mode: 'test' | 'live';
  readonly currency: string;
  readonly accessUntil: Instant;
  readonly failedAt: Instant | null;
  readonly disconnected: boolean;
  /** Connected, its access not run out, and not a test account beside live ones. */
  readonly offered: boolean;
  /** What still hangs on it: holds in force (null: its processor does not answer), and cards and bank accounts that are kept. */
  readonly holds: number | null;
  readonly kept: number;
};
export type ProviderLine = {
  readonly id: string;
  readonly name: string;
  readonly way: 'card' | 'debit' | 'reader';
  readonly validHours: number;
  readonly captures: 'one' | 'several';
  readonly settleDays: number;
  readonly fee: { readonly percent: Decimal; readonly fixed: Minor };
  readonly currencies: readonly string[];
};
export type PaymentMethodsView = {
  readonly ways: WaysShown;
  readonly transferTo: string;
  readonly accounts: readonly AccountLine[];
  readonly providers: readonly ProviderLine[];
  /** What of a processor can be connected here: in production its stand-in has test accounts alone. */
  readonly modes: readonly ('test' | 'live')[];
  /** Services that are offered, with what they are sold in. */
  readonly services: readonly { readonly name: string; readonly currency: string }[];
};
