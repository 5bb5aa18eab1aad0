import { addMonthsClamped, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import type { SoldVouchers } from '#core/catalogue/pageSettings';

/** A gift voucher as its buyer wants it: for whom, with which words, sent on which day. */
export type VoucherOrder = {
  /** Whom it is for; null: for the buyer to hand over. */
  readonly to: { readonly name: string; readonly email: string } | null;
  readonly message: string;
  /** In the morning of that day of the business; null: as soon as it is paid. */
  readonly sendOn: PlainDate | null;
  /** For how many months it is good from when it was paid; null: without an end. */
  readonly months: number | null;
};

export type MayNotOrder =
  | { readonly code: 'vouchers_not_sold' }
  | { readonly code: 'voucher_too_small' | 'voucher_too_large'; readonly limit: Minor; readonly path: 'amount' }
  | { readonly code: 'day_over' | 'day_too_far'; readonly path: 'sendOn' };

/** A voucher is sent at most so many days after it was bought. */
const mostDaysAhead = 366;

/** Whether a voucher of that sum, sent on that day, may be bought. `daysAhead` counts from today in the business's zone. */
export function mayOrderVoucher(
  sold: SoldVouchers | null,
  { amount, daysAhead }: { readonly amount: Minor; readonly daysAhead: number },
): Result<null, MayNotOrder> {
  if (!sold) return refuse({ code: 'vouchers_not_sold' });
  if (amount < sold.least) return refuse({ code: 'voucher_too_small', limit: sold.least, path: 'amount' });
  if (amount > sold.most) return refuse({ code: 'voucher_too_large', limit: sold.most, path: 'amount' });
  if (daysAhead < 0) return refuse({ code: 'day_over', path: 'sendOn' });
  if (daysAhead > mostDaysAhead) return refuse({ code: 'day_too_far', path: 'sendOn' });
  return ok(null);
}

/** At this time of its day a voucher goes out. */
const sendAt = '09:00' as TimeOfDay;
/** Until then it is good on its last day. */
const lastMinute = '23:59' as TimeOfDay;

/** When a voucher that was paid at that moment goes out: on its day, or at once where that is over or was not named. */
export function voucherSentAt({ to, sendOn }: VoucherOrder, paid: Instant, zone: string): Instant {
  const wished = to === null || sendOn === null ? paid : instantOfWall(wallTime(sendOn, sendAt), zone);
  return wished > paid ? wished : paid;
}

/** Until when it is good: the end of the same day so many months later, or of that month; null without an end. */
export const voucherUntil = ({ months }: VoucherOrder, paid: Instant, zone: string): Instant | null =>
  months === null ? null : instantOfWall(wallTime(addMonthsClamped(localDate(paid, zone), months), lastMinute), zone);
