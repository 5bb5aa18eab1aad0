import type { KnownClient } from '#contracts/clients/knownClients';
import type { UsualClaim } from '#core/catalogue/service';
import type { DocumentHeld } from '#contracts/invoices/views';
import type { BookingDocuments } from '#contracts/invoices/views';
import type { BeginStep } from '#core/settings/steps';
import type { Recorded } from '#core/people/actor';
import type { People } from '#core/wording/actorWords';
import type { QuoteLine } from '#contracts/quotes/views';
import type { ServiceLine, TaxLine } from '#contracts/catalogue/serviceViews';
import type { JobKind, Occasion } from '#core/jobs/wantedJobs';
import type { Decision } from '#core/bookings/decisions';
import type { Fact } from '#core/bookings/facts';
import type { Agreed } from '#core/bookings/agreed';
import type { BookingStage } from '#core/bookings/stage';
import type { Strip } from '#core/bookings/strip';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';

/** What the server gives a view. Sums are in minor units of the currency beside them. */

export type Shell = {
  readonly business: {
    readonly name: string;
    readonly line: string;
    readonly timeZone: string;
    readonly currency: string;
  };
  readonly person: { readonly name: string; readonly email: string };
  readonly now: Instant;
  readonly standing: boolean;
  readonly decisions: number;
  readonly closeOuts: number;
  /** Whether the simulated world has a view here. */
  readonly standIns: boolean;
  /** Whether clients cannot book by themselves now, and whether carts are being left unpaid in numbers. */
  readonly bookingStopped: boolean;
  readonly pressed: boolean;
  /** Quotes that wait for their owner. */
  readonly quotes: number;
};

export type BookingLine = {
  readonly id: string;
  readonly number: string;
  readonly client: string;
  readonly title: string;
  readonly currency: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly stage: BookingStage;
  readonly total: Minor;
  readonly received: Minor;
  readonly outstanding: Minor;
  readonly late: Minor;
  readonly held: Minor;
  readonly nextAt: Instant | null;
  readonly nextAmount: Minor | null;
  readonly nextName: string | null;
  readonly decideBy: Instant | null;
  readonly decisions: readonly Decision[];
  readonly strip: Strip;
};

export type HorizonDay = {
  readonly date: PlainDate;
  readonly received: Minor;
  readonly due: Minor;
  readonly late: Minor;
};
export type HorizonCover = {
  readonly bookingId: string;
  readonly number: string;
  readonly client: string;
  readonly amount: Minor;
  readonly from: PlainDate;
  readonly until: PlainDate;
  readonly gapFrom: PlainDate | null;
};
export type Doing = {
  readonly at: Instant;
  readonly kind: JobKind | 'received' | 'refused' | 'returned';
  readonly occasion: Occasion | null;
  readonly client: string;
  readonly bookingNumber: string;
  readonly amount: Minor | null;
  readonly currency: string;
  /** How many of the same kind at the same moment it stands for. */
  readonly count: number;
};
export type TodayView = {
  readonly today: PlainDate;
  readonly figures: { readonly received7: Minor; readonly due28: Minor; readonly held: Minor; readonly late: Minor };
  /** The currency that is drawn, and all that there is money in, the business's first. */
  readonly currency: string;
  readonly currencies: readonly string[];
  readonly days: readonly HorizonDay[];
  readonly covers: readonly HorizonCover[];
  readonly decisions: readonly BookingLine[];
  /** Those of them whose client has something along that nobody has said to be back. */
  readonly out: readonly string[];
  readonly did: readonly Doing[];
  readonly next: readonly Doing[];
  /** What does not get through, and how much of it money waits on. */
  readonly failures: { readonly count: number; readonly money: number };
  /** What should have been invoiced and could not: something is missing. */
  readonly unissued: readonly DocumentHeld[];
  /** Payment requests that are still open after their day. */
  readonly requestsLate: number;
  /** Payments of requests that wait for an answer to their payer's bank. */
  readonly requestsDisputed: readonly { readonly id: string; readonly number: string; readonly answerBy: Instant }[];
  /** Accounts whose access is not renewed, or has run out. */
  readonly accessEnding: readonly {
    readonly id: string;
    readonly name: string;
    readonly currency: string;
    readonly until: Instant;
  }[];
  /** What the last nightly verification found not to add up; null where nothing differed. */
  readonly differences: {
    readonly count: number;
    /** The first few, by what and where. */
    readonly first: readonly { readonly what: string; readonly where: string }[];
  } | null;
  /** Steps of the first hour that are not done yet, until they are sent away. */
  readonly begin: readonly BeginStep[];
  /** Quotes that wait for their owner, the longest first. */
  readonly quotes: readonly QuoteLine[];
};

export const bookingSorts = ['start', 'next', 'client', 'total', 'outstanding', 'number'] as const;
export type BookingSort = (typeof bookingSorts)[number];
/** Open: neither closed, cancelled nor lapsed, or with something still late. */
export type StageFilter = BookingStage | 'all' | 'late' | 'open';
/** Counted up to here: one more stands for many, and nothing scans all of them for it. */
export const mostCounted = 2000;

/** So many lanes come at once: some screens of them. */
export const lanesOnPage = 60;
export type BookingsQuery = {
  readonly search: string;
  readonly stage: StageFilter;
  readonly sort: BookingSort;
  readonly descending: boolean;
  readonly page: number;
};
export type BookingsView = {
  readonly query: BookingsQuery;
  readonly lines: readonly BookingLine[];
  readonly found: number;
  readonly pageSize: number;
  readonly counts: Readonly<Partial<Record<StageFilter, number>>>;
};

export type SentMessage = {
  readonly id: string;
  readonly at: Instant;
  readonly subject: string;
  readonly body: readonly string[];
  readonly occasion: string;
  readonly state: 'outgoing' | 'sent' | 'failed';
};
export type PlannedErrand = {
  readonly at: Instant;
  readonly kind: JobKind;
  readonly occasion: Occasion | null;
  readonly part: number | null;
};
export type JournalView = {
  readonly seq: number;
  readonly at: Instant;
  /** The fact that it records; null where there is none. */
  readonly factSeq: number | null;
  readonly description: string;
  readonly lines: readonly { readonly account: string; readonly amount: Minor }[];
};
export type BookingView = {
  readonly id: string;
  readonly number: string;
  readonly title: string;
  readonly client: { readonly id: string; readonly name: string; readonly email: string; readonly phone: string };
  readonly termsName: string;
  readonly termsVersion: number;
  /** Its own rules differ from the version that it was agreed on. */
  readonly ownRules: boolean;
  /** The quote that it came from and whose agreement its client has signed. */
  readonly agreement: { readonly quote: string; readonly changeUnsigned: boolean } | null;
  readonly tax: Minor;
  readonly agreed: Agreed;
  readonly facts: readonly Recorded<Fact>[];
  /** Names of those of the business who did some of it. */
  readonly people: People;
  readonly messages: readonly SentMessage[];
  readonly agenda: readonly PlannedErrand[];
  readonly journal: readonly JournalView[];
  /** The place of each fact among all that is recorded, by which entries name it. */
  readonly factSeqs: readonly number[];
  /** To how many minor units cash is rounded where the business is; 1: not at all. */
  readonly cashStep: number;
  readonly documents: BookingDocuments;
  readonly underWay: 'open' | 'waiting' | 'onTheWay' | null;
  /** A sum that the reader at the counter asks for. */
  readonly atReader: Minor | null;
  /** The accounts that this booking's next payment could go through, the usual one first. */
  readonly accounts: readonly { readonly id: string; readonly name: string; readonly way: 'card' | 'debit' }[];
  readonly hasReader: boolean;
  /** Whether something goes out with it that comes back. */
  readonly returns: boolean;
  readonly usualClaims: readonly UsualClaim[];
  /** Whether the account of its hold captures more than once. */
  readonly takesSeveral: boolean;
};

export type NewBookingView = {
  readonly services: readonly ServiceLine[];
  readonly terms: readonly { readonly id: string; readonly name: string; readonly rules: Terms }[];
  readonly taxes: readonly TaxLine[];
  readonly clients: readonly KnownClient[];
};

export type CloseOutView = {
  /** How many wait in all: the queue holds those to decide first. */
  readonly waiting: number;
  readonly queue: readonly (BookingLine & {
    readonly coversBalance: boolean;
    /** In hand of a refundable deposit, where one was charged in place of a hold. */
    readonly security: Minor;
    /** Its terms hear the client before anything is claimed: how its claims stand; null where they do not. */
    readonly claims: {
      readonly waits: number;
      readonly objected: number;
      readonly ready: number;
      /** The first day until which a client can answer. */
      readonly until: Instant | null;
    } | null;
    readonly notBack: boolean;
  })[];
};

export type Found = {
  readonly id: string;
  readonly number: string;
  readonly client: string;
  readonly title: string;
  readonly stage: BookingStage;
};
