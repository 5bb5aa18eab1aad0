import type { ChangeBooking } from '#contracts/bookings/change';
import type { Deal } from '#core/bookings/deal';
import { pricedDeal } from '#core/bookings/change';
import { OutOfRange } from '#core/outOfRange';
import { refuse, type Result } from '#core/result';
import type { BookingRow } from '#server/bookings/lockBooking';
import type { RefundLimit } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import {
  type ChangeBookingRefusal,
  type Changed,
  changeDeal,
  type DealChange,
} from '#server/usecases/bookings/changeDeal';

/** The owner changes dates, price or a booking's own rules. */
export const changeBooking =
  (deps: Deps) =>
  async (request: ChangeBooking, limit: RefundLimit = null): Promise<Result<Changed, ChangeBookingRefusal>> => {
    const { bookingId, requestKey: key, seen, giveBack, title, start, end, price, terms } = request;
    try {
      const deal = (booking: BookingRow): Deal => {
        const count = request.count ?? booking.count;
        return pricedDeal({
          title,
          start,
          end,
          price: { ...price, currency: booking.currency },
          termsVersion: booking.termsVersion,
          terms: terms ?? booking.terms,
          ...(count > 1 ? { count } : {}),
        });
      };
      const change: DealChange = { bookingId, key, seen, giveBack, limit, reason: 'change', deal };
      return await changeDeal(deps, change, request.sure ?? false);
    } catch (error) {
      if (error instanceof OutOfRange) return refuse({ code: 'date_out_of_reach', path: 'start' });
      throw error;
    }
  };
