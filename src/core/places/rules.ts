import type { Hours } from '#core/places/hours';
import type { Need } from '#core/places/places';
import type { TimeOfDay } from '#core/calendar/wallTime';

/** When a service can be had. */
export type When =
  /** At set times within the opening hours, for a set time; buffers keep the place before and after. */
  | {
      readonly kind: 'slots';
      readonly minutes: number;
      readonly everyMinutes: number;
      readonly bufferBefore: number;
      readonly bufferAfter: number;
    }
  /** From a day to a later one, or for some hours of one; the turnaround keeps the unit after it came back. */
  | {
      readonly kind: 'stay';
      readonly by: 'hour' | 'day' | 'night';
      readonly least: number;
      readonly most: number;
      readonly pickUp: TimeOfDay;
      readonly giveBack: TimeOfDay;
      readonly turnaroundMinutes: number;
    }
  /** On dates that the owner sets, each with its own capacity. */
  | { readonly kind: 'dates' }
  /** The client asks for a start, so many days long; the owner settles the dates. */
  | { readonly kind: 'asked'; readonly days: number };

export const confirmations = ['payment', 'client', 'owner'] as const;
export type Confirmation = (typeof confirmations)[number];

/** How a service is booked by its clients themselves. */
export type BookingRules = {
  /** Whether it stands on the public page. */
  readonly online: boolean;
  readonly confirm: Confirmation;
  /** Where the owner confirms: what is due at once is authorised with the request and captured with the acceptance. */
  readonly authorise: boolean;
  /** How long an unpaid checkout keeps its place. */
  readonly keepMinutes: number;
  /** How long a confirmation by client or owner may take. */
  readonly answerHours: number;
  readonly noticeHours: number;
  readonly aheadDays: number;
  /** What the client is asked how many of. */
  readonly counts: 'nothing' | 'guests' | 'units';
  readonly least: number;
  readonly most: number;
  readonly when: When;
  readonly needs: readonly Need[];
  /** The owner's word that it takes no place: any number of clients can have it at once. */
  readonly anyNumber?: boolean | undefined;
  /** Of this service alone; null: those of the business. */
  readonly hours: Hours | null;
  /** The agreement that the client accepts with the booking. */
  readonly agreementId: string | null;
  readonly tip: boolean;
};

/**
 * Whether a service is bookable without a place: on dates with seats of their own, with a start that its owner settles, or
 * where the owner says so. Another one without a place cannot be had: nobody knows by what it would be full.
 */
export const takesNoPlace = ({ when, anyNumber }: Pick<BookingRules, 'when' | 'anyNumber'>): boolean =>
  when.kind === 'dates' || when.kind === 'asked' || anyNumber === true;

/** Half of a checkout's usual quarter of an hour would hurry people who look for their card. */
export const usualKeepMinutes = 15;
