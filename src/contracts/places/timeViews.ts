import { dayNumber } from '#core/calendar/days';
import { NarrowedIn } from '#contracts/bookings/bookingsQuery';
import { CalendarDate } from '#contracts/core/parts';
import type { BookingStage } from '#core/bookings/stage';
import type { Strip } from '#core/bookings/strip';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { ServiceColour } from '#core/catalogue/service';
import { z } from 'zod';

/** The most days that a view of days asks for at once. */
const mostDays = 800;

const Days = z.object({ from: CalendarDate, to: CalendarDate, ...NarrowedIn.shape });
const inOrder = ({ from, to }: z.infer<typeof Days>): boolean =>
  from <= to && dayNumber(to) - dayNumber(from) <= mostDays;
const notInOrder = { error: `from and to in this order, at most ${mostDays} days apart`, path: ['to'] };

export const TimeQuery = Days.refine(inOrder, notInOrder);
export type TimeQuery = z.infer<typeof TimeQuery>;

export const LanesQuery = Days.extend({ page: z.coerce.number().int().min(0).max(1000).catch(0) }).refine(
  inOrder,
  notInOrder,
);
export type LanesQuery = z.infer<typeof LanesQuery>;

type OnDays = {
  readonly number: string;
  readonly client: string;
  readonly title: string;
  readonly service: string;
  readonly colour: ServiceColour;
  readonly stage: BookingStage;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly currency: string;
};

export type CalendarEntry = OnDays & {
  readonly id: string;
  /** Whom or what it takes. */
  readonly places: readonly string[];
  readonly dueNow: Minor;
  readonly late: Minor;
  readonly outstanding: Minor;
  readonly strip: Strip;
};
/** A date of a service that is held on set dates: how many seats are taken. */
export type CalendarDateLine = {
  readonly id: string;
  readonly service: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly taken: number;
  readonly seats: number;
};
/** A place that the owner keeps for something else. */
export type CalendarBlock = {
  readonly id: number;
  readonly place: string;
  readonly note: string;
  readonly start: WallTime;
  readonly end: WallTime;
};
/** The days that are shown, and what they are narrowed by. */
type Looked = {
  readonly from: PlainDate;
  readonly to: PlainDate;
  readonly search: string;
  readonly stage: TimeQuery['stage'];
  /** How many bookings of the search each filter would show, on any day. */
  readonly counts: Readonly<Record<string, number>>;
};

export type CalendarView = Looked & {
  /** There are more on these days than one look shows: those that begin first are here. */
  readonly more: boolean;
  readonly entries: readonly CalendarEntry[];
  readonly dates: readonly CalendarDateLine[];
  readonly blocks: readonly CalendarBlock[];
  readonly closed: readonly { readonly date: PlainDate; readonly note: string }[];
  /** Whom and what bookings take, with their units. */
  readonly places: readonly CalendarPlace[];
  readonly uses: readonly PlaceUse[];
};
export type CalendarPlace = {
  readonly id: string;
  readonly name: string;
  readonly kind: 'person' | 'room' | 'stock';
  readonly units: number;
};
/** One unit in use: by a booking, or kept for something else. */
export type PlaceUse = {
  readonly placeId: string;
  readonly unit: number;
  readonly bookingId: string | null;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly note: string;
};

export type LaneMark = {
  readonly at: Instant;
  readonly amount: Minor;
  readonly state: 'received' | 'due' | 'late' | 'planned';
};
export type Lane = OnDays & {
  readonly startAt: Instant;
  readonly endAt: Instant;
  readonly marks: readonly LaneMark[];
  readonly cover: {
    readonly amount: Minor;
    readonly from: Instant;
    readonly until: Instant;
    readonly gapFrom: Instant | null;
    readonly inForce: boolean;
  } | null;
  /** What its holds have covered so far, authorisation by authorisation. */
  readonly been: readonly { readonly from: Instant; readonly until: Instant; readonly amount: Minor }[];
};
export type LanesView = Looked & {
  /** How many there are on these days in all; above `mostCounted` one more than that, which stands for many. */
  readonly count: number;
  /** Which of their pages these are, from 0 on. */
  readonly page: number;
  readonly lanes: readonly Lane[];
};
