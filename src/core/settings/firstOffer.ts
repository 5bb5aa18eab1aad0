import type { Hours, OpenSpan } from '#core/places/hours';
import { type BookingRules, usualKeepMinutes, type When } from '#core/places/rules';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { PriceBasis, ServiceKind } from '#core/catalogue/service';

/** What an owner says of the first thing that they offer. */
export type FirstOffer = {
  readonly name: string;
  readonly unitPrice: Minor;
  readonly week: Hours['week'];
} & (
  | { readonly kind: 'appointment'; readonly minutes: number; readonly atOnce: number }
  | { readonly kind: 'rental'; readonly by: 'hour' | 'day' | 'night'; readonly units: number }
  | { readonly kind: 'event'; readonly start: WallTime; readonly end: WallTime; readonly seats: number }
  | { readonly kind: 'project'; readonly days: number }
);

/** What is made of it: a service that clients can book, what it takes, and for an event its first date. */
export type MadeOffer = {
  readonly basis: PriceBasis;
  readonly termsId: string;
  readonly place: { readonly name: string; readonly kind: 'person' | 'stock'; readonly units: number } | null;
  readonly date: { readonly start: WallTime; readonly end: WallTime; readonly seats: number } | null;
  /** `needs` are made with the place. */
  readonly booking: Omit<BookingRules, 'needs'>;
};

/** Terms that fit each kind without a further word; the first of them are proposed. */
export const fittingTerms: Readonly<Record<ServiceKind, readonly string[]>> = {
  appointment: ['lesson', 'counter', 'event'],
  rental: ['rental', 'lesson', 'event'],
  event: ['lesson', 'event', 'counter'],
  project: ['project', 'event', 'lesson'],
};

const nine = '09:00' as TimeOfDay;
const six = '18:00' as TimeOfDay;
const bounds = (week: Hours['week']): OpenSpan => {
  const spans = week.flat();
  const from = spans.map((span) => span.from).sort()[0] ?? nine;
  const to =
    spans
      .map((span) => span.to)
      .sort()
      .at(-1) ?? six;
  return { from, to: to > from ? to : six };
};

function whenOf(offer: FirstOffer): When {
  switch (offer.kind) {
    case 'appointment':
      return {
        kind: 'slots',
        minutes: offer.minutes,
        everyMinutes: Math.min(offer.minutes, 60),
        bufferBefore: 0,
        bufferAfter: 0,
      };
    case 'rental': {
      // A day's hire is fetched when it opens and back when it closes; a night's is fetched in the afternoon.
      const { from, to } = bounds(offer.week);
      const times =
        offer.by === 'night'
          ? { pickUp: '15:00' as TimeOfDay, giveBack: '11:00' as TimeOfDay }
          : { pickUp: from, giveBack: to };
      return {
        kind: 'stay',
        by: offer.by,
        least: 1,
        most: offer.by === 'hour' ? 8 : 21,
        ...times,
        turnaroundMinutes: 0,
      };
    }
    case 'event':
      return { kind: 'dates' };
    case 'project':
      return { kind: 'asked', days: offer.days };
  }
}

function placeOf(offer: FirstOffer, who: string): MadeOffer['place'] {
  if (offer.kind === 'appointment') return { name: who, kind: 'person', units: offer.atOnce };
  return offer.kind === 'rental' ? { name: offer.name, kind: 'stock', units: offer.units } : null;
}

/** Makes of the owner's few words a service that can be booked; `who` names whoever gives appointments. */
export function firstOffer(offer: FirstOffer, who: string): MadeOffer {
  const basis: Record<ServiceKind, PriceBasis> = {
    appointment: 'fixed',
    rental: offer.kind === 'rental' ? offer.by : 'day',
    event: 'person',
    project: 'fixed',
  };
  return {
    basis: basis[offer.kind],
    termsId: fittingTerms[offer.kind][0]!,
    place: placeOf(offer, who),
    date: offer.kind === 'event' ? { start: offer.start, end: offer.end, seats: offer.seats } : null,
    booking: {
      online: true,
      confirm: offer.kind === 'project' ? 'owner' : 'payment',
      authorise: false,
      keepMinutes: usualKeepMinutes,
      answerHours: 48,
      noticeHours: 0,
      aheadDays: 365,
      counts: offer.kind === 'event' ? 'guests' : 'nothing',
      least: 1,
      most: offer.kind === 'event' ? offer.seats : 1,
      when: whenOf(offer),
      hours: null,
      agreementId: null,
      tip: false,
    },
  };
}
