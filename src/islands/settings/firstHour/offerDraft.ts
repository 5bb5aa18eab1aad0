import type { beginOffer } from '#contracts/routes/settings';
import type { SentTo } from '#contracts/routes/route';
import type { Hours } from '#core/places/hours';
import type { WallTime } from '#core/calendar/wallTime';
import { zero } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { ServiceKind } from '#core/catalogue/service';

/** The first step as it is typed; what another kind asks for stays, should one come back to it. */
export type OfferDraft = {
  readonly kind: ServiceKind;
  readonly name: string;
  readonly price: string;
  readonly week: Hours['week'];
  readonly minutes: string;
  readonly atOnce: string;
  readonly by: 'hour' | 'day' | 'night';
  readonly units: string;
  readonly start: string;
  readonly end: string;
  readonly seats: string;
  readonly days: string;
};

const whole = (text: string): number => (/^\d{1,5}$/.test(text.trim()) ? Number(text) : NaN);

/** What is sent of it, for the contract to say what is missing. */
export function offerOf(
  draft: OfferDraft,
  about: { requestKey: string; currency: string; days: Hours['days'] },
): SentTo<typeof beginOffer> {
  const { kind, name } = draft;
  const common = {
    requestKey: about.requestKey,
    name,
    unitPrice: parseAmount(draft.price, about.currency) ?? zero,
    hours: { week: draft.week, days: about.days },
  };
  switch (kind) {
    case 'appointment':
      return { ...common, kind, minutes: whole(draft.minutes), atOnce: whole(draft.atOnce) };
    case 'rental':
      return { ...common, kind, by: draft.by, units: whole(draft.units) };
    case 'event':
      return { ...common, kind, start: draft.start as WallTime, end: draft.end as WallTime, seats: whole(draft.seats) };
    case 'project':
      return { ...common, kind, days: whole(draft.days) };
  }
}

/** What each kind is, and what its price is for. */
export const kindWords: Readonly<
  Record<ServiceKind, { readonly title: string; readonly what: string; readonly per: string }>
> = {
  appointment: { title: 'Appointment', what: 'a time with somebody: a lesson, a treatment', per: 'each' },
  rental: { title: 'Rental', what: 'a thing or a room, for hours, days or nights', per: 'for one' },
  event: { title: 'Event', what: 'a date with seats: an evening, a course, a tour', per: 'a guest' },
  project: { title: 'Project', what: 'work by arrangement, over days or months', per: 'in all' },
};
