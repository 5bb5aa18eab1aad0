import type { ClaimOnPage } from '#contracts/claims/afterViews';
import type { GivenBill } from '#contracts/clients/clients';
import type { FinalFigure } from '#core/wording/finalFigures';
import type { SignedDocument } from '#core/quotes/signedDocument';
import type { BusinessFace } from '#contracts/quotes/views';
import type { KeptFor } from '#core/bookings/facts';
import type { BookingStage } from '#core/bookings/stage';
import type { Strip } from '#core/bookings/strip';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { FeeTerms } from '#core/terms/terms';
import type { OfferedOnPage } from '#contracts/paymentMethods/views';
import type { ClientStep } from '#core/wording/clientSteps';

/** What a client's pages are given. Sums are in minor units of the currency beside them. */

export type ClientView = {
  readonly business: BusinessFace;
  /** Opened by somebody else who pays: what only the client needs is not there. */
  readonly payer: boolean;
  /** Whether there is a signed agreement to download. */
  readonly signed: boolean;
  /** The agreement as a change has made it, which the client has not signed yet. */
  readonly toSign: { readonly document: SignedDocument; readonly sha256: string } | null;
  /** What the quote said should be shown once it is paid. */
  /** What was claimed, what it was taken from, what went back. */
  readonly settled: readonly ClientStep[];
  readonly after: { readonly thanks: string; readonly nextPage: string } | null;
  readonly clientName: string;
  /** Whether tax is in the price. */
  readonly taxed: boolean;
  readonly number: string;
  readonly title: string;
  readonly currency: string;
  readonly when: string;
  readonly stage: BookingStage;
  readonly total: Minor;
  readonly received: Minor;
  readonly dueNow: Minor;
  readonly late: boolean;
  readonly outstanding: Minor;
  readonly strip: Strip;
  readonly steps: readonly ClientStep[];
  readonly cancellation: readonly string[];
  readonly consent: string;
  /** The same for a card that is kept for one of the two alone. */
  readonly consentFor: Readonly<Record<KeptFor, string>>;
  readonly card: KeptOnPage | null;
  /** What the hold is placed on, where there is one. */
  readonly holdCard: KeptOnPage | null;
  /** A card is wanted for the hold, or to replace one that was refused. */
  readonly cardWanted: 'hold' | 'file' | null;
  readonly included: string;
  /** What the price is made of, where that is more than one line. */
  readonly lines: readonly { readonly label: string; readonly amount: Minor }[];
  /** What may be paid now besides what is due. */
  readonly choices: {
    readonly preset: 'due' | 'all';
    readonly all: { readonly amount: Minor; readonly discount: string | null } | null;
    /** The smallest part payment, where the terms take one. */
    readonly smallest: Minor | null;
  };
  readonly fee: FeeTerms | null;
  readonly offered: OfferedOnPage;
  /** Collected from a bank account: it counts on that day. */
  readonly onTheWay: { readonly amount: Minor; readonly settles: string } | null;
  readonly cardOffered: boolean;
  readonly waiting: { readonly url: string; readonly what: 'payment' | 'hold' } | null;
  /** A payment that was sent and whose answer has not come: a page that was loaded anew meanwhile says so. */
  readonly unanswered: { readonly amount: Minor } | null;
  readonly lastDecline: { readonly code: string; readonly amount: Minor } | null;
  /** Invoices and credit notes, oldest first. */
  /** For whom documents are, where that was said; null: nothing was. */
  readonly bill: GivenBill | null;
  readonly papers: readonly { readonly number: string; readonly what: string }[];
  readonly payments: readonly {
    readonly id: string;
    readonly when: string;
    readonly amount: Minor;
    readonly how: string;
  }[];
  /** A yes is wanted from the client by then, or from the owner; null where none is. */
  readonly awaited: { readonly from: 'client' | 'owner'; readonly until: string } | null;
  /** What waits as the client's credit, on a device that was confirmed for the client. */
  readonly credit: Minor;
  /** Other cards of the client that may be used for this booking. */
  readonly cards: readonly (KeptOnPage & { readonly id: string })[];
  /** The next part that is not due yet, which may be paid early. */
  readonly early: { readonly name: string; readonly amount: Minor } | null;
  readonly tip: boolean;
  /** What is claimed of them, with what they may say to it. */
  readonly claims: readonly ClaimOnPage[];
  /** What their card is to pay or hold now beyond what they agreed to; with the words that they would agree to. */
  readonly agreeAnew: { readonly sentences: readonly string[]; readonly consent: string } | null;
  /** They can withdraw by law until then, with what that would do now. */
  readonly withdraw: { readonly until: string; readonly sentences: readonly string[] } | null;
  /** What it came to in the end; nothing while it goes on. */
  readonly figures: readonly FinalFigure[];
  /** Asking to cancel or move: null where it cannot be asked any more. */
  readonly asking: {
    readonly start: WallTime;
    readonly least: WallTime;
    /** What a cancellation would do now. */
    readonly ifCancelled: readonly string[];
    /** What was asked for and is not answered yet. */
    readonly open: string | null;
  } | null;
};

/** A card, or a bank account where `way` says so. */
export type KeptOnPage = { readonly last4: string; readonly way?: 'debit' };

/** All bookings of the client of a link, the coming ones first. */
export type ClientBookingsView = {
  readonly business: BusinessFace;
  readonly clientName: string;
  readonly bookings: readonly {
    readonly number: string;
    readonly title: string;
    readonly when: string;
    readonly stage: BookingStage;
    readonly currency: string;
    readonly total: Minor;
    readonly received: Minor;
    readonly dueNow: Minor;
    readonly held: Minor;
    readonly strip: Strip;
    readonly page: string;
    readonly over: boolean;
  }[];
};
