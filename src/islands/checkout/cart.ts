import type { BookPageView, OpenService } from '#contracts/checkout/views';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { minor, type Minor, sum } from '#core/money/minor';
import { OutOfRange } from '#core/outOfRange';
import { waivedTerms } from '#core/catalogue/waiver';
import { planOf } from '#core/bookings/keptPlan';
import { price } from '#core/price/price';
import { askedPrice, askedTitle } from '#core/catalogue/askedPrice';

/** One booking that is being put together. */
export type CartItem = {
  readonly id: string;
  readonly serviceId: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly count: number;
  readonly extras: Readonly<Record<string, number>>;
};
export type PricedItem = {
  readonly item: CartItem;
  readonly service: OpenService;
  readonly title: string;
  readonly total: Minor;
  /** As it will stand once it is booked; null where the terms give no plan for it. */
  readonly bookingState: BookingState | null;
};

/** What an item comes to, and what happens when: computed as the server will, from the terms as they are now. */
export function priced(page: BookPageView, item: CartItem): PricedItem | null {
  const service = page.services.find(({ id }) => id === item.serviceId);
  if (!service) return null;
  const { timeZone, rates, now } = page;
  const { currency, rules } = service;
  const input = askedPrice(service, rules.counts, item, { timeZone, rates });
  const { total } = price(input);
  const terms = waivedTerms(service.terms, service.extras, { lines: input.lines, total });
  const title = askedTitle(service, rules.counts, item, timeZone);
  const agreed = wallOfInstant(now, timeZone);
  const about = { currency, timeZone, agreed, start: item.start, end: item.end, total, terms };
  try {
    const planned = planOf(about);
    return { item, service, title, total, bookingState: planned.ok ? bookingState(about, [], now) : null };
  } catch (error) {
    if (error instanceof OutOfRange) return { item, service, title, total, bookingState: null };
    throw error;
  }
}

/** The sums that go with the cart: the server refuses it where it computes others. */
export const sumsOf = (items: readonly PricedItem[]): { total: Minor; dueNow: Minor } => ({
  total: sum(items.map((each) => each.total)),
  dueNow: sum(items.map((each) => minor(each.bookingState?.plan.dueNow ?? 0))),
});

/**
 * What the button says by which a client orders: that it obliges to pay, as the law on orders of consumers wants it.
 * Some are paid at once, some are asked for, some are confirmed by message.
 */
export function nextWords(items: readonly PricedItem[]): string {
  const ways = new Set(items.map(({ service }) => service.rules.confirm));
  const oblige = 'Book with obligation to pay';
  if (ways.has('payment') || !ways.has('owner')) return oblige;
  return 'Ask for it, with obligation to pay if we say yes';
}
