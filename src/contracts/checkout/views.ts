import type { GivenBill } from '#contracts/clients/clients';
import type { BusinessFace } from '#contracts/quotes/views';
import type { BookingRules } from '#core/places/rules';
import type { Agreement } from '#core/agreements/agreement';
import type { AskedPhone, SoldVouchers } from '#core/catalogue/pageSettings';
import type { BookingStage } from '#core/bookings/stage';
import type { OfferedOnPage } from '#contracts/paymentMethods/views';
import type { Strip } from '#core/bookings/strip';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { PriceInput } from '#core/price/price';
import type { Priced } from '#core/catalogue/askedPrice';
import type { OnPage, ServiceColour, ServiceKind } from '#core/catalogue/service';
import type { Terms } from '#core/terms/terms';
import type { ClientStep } from '#core/wording/clientSteps';

/** A service as its clients find it on the public page. */
export type OpenService = Priced & {
  readonly id: string;
  readonly kind: ServiceKind;
  readonly included: string;
  readonly group: string;
  readonly onPage: Pick<OnPage, 'about' | 'note' | 'picture'>;
  readonly colour: ServiceColour;
  readonly rules: Pick<
    BookingRules,
    'when' | 'counts' | 'least' | 'most' | 'confirm' | 'authorise' | 'keepMinutes' | 'answerHours' | 'tip'
  >;
  readonly terms: Terms;
  /** What paying by card costs besides, in a sentence; empty where nothing is passed on. */
  readonly fee: string;
  readonly agreement: Pick<Agreement, 'name' | 'blocks' | 'fields'> | null;
};
export type BookPageView = {
  readonly business: BusinessFace;
  readonly timeZone: string;
  readonly now: Instant;
  readonly rates: PriceInput['taxes'];
  readonly services: readonly OpenService[];
  /** What the business says above them, whether it asks for a telephone number, and whether it sells vouchers. */
  readonly note: string;
  readonly phone: AskedPhone;
  readonly vouchers: boolean;
  /** The owner lets nobody book by themselves for now. */
  readonly stopped: boolean;
};

/** The page on which vouchers are bought. */
export type VoucherPageView = {
  readonly business: BusinessFace;
  readonly currency: string;
  readonly today: PlainDate;
  readonly sold: SoldVouchers;
};

export type CheckoutItem = {
  readonly number: string;
  readonly title: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly stage: BookingStage;
  readonly confirm: BookingRules['confirm'];
  readonly total: Minor;
  /** Whether tax is in the price. */
  readonly taxed: boolean;
  readonly dueNow: Minor;
  readonly received: Minor;
  readonly strip: Strip;
  readonly steps: readonly ClientStep[];
  readonly cancellation: readonly string[];
  /** The client's page of it. */
  readonly page: string;
  /** What its service says after the payment, and the page that it leads on to; empty where it says nothing. */
  readonly thanks: string;
  readonly nextPage: string;
};
export type CheckoutView = {
  readonly business: BusinessFace;
  readonly currency: string;
  readonly timeZone: string;
  readonly now: Instant;
  /** For whom documents are, where that was said; null: nothing was. */
  readonly bill: GivenBill | null;
  readonly clientName: string;
  readonly clientEmail: string;
  readonly items: readonly CheckoutItem[];
  /** What the next step does: pay, reserve for a request, give a card, or nothing more. */
  readonly next: 'pay' | 'reserve' | 'card' | 'done';
  readonly gone: boolean;
  /** Until then the places that wait for this payment are kept; null where none does. */
  readonly keptUntil: Instant | null;
  readonly dueNow: Minor;
  /** All of it, where the terms let everything be paid at once. */
  readonly everything: { readonly amount: Minor; readonly preset: boolean; readonly saves: Minor } | null;
  /** Fees passed on for paying these sums by card. */
  readonly fee: { readonly due: Minor; readonly everything: Minor };
  readonly tip: boolean;
  readonly offered: OfferedOnPage;
  /** What waits as the client's credit, on a device that was confirmed for the client. */
  readonly credit: Minor;
  /** Collected from a bank account and not settled yet. */
  readonly onTheWay: Minor;
  readonly waiting: { readonly url: string } | null;
  /** A payment was sent to the processor, and its answer is not known yet. */
  readonly unanswered: { readonly amount: Minor } | null;
  readonly declined: string | null;
};
