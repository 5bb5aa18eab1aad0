import type { Instant } from '#core/calendar/instant';
import type { BookingState } from '#core/bookings/bookingState';
import { OutOfRange } from '#core/outOfRange';
import type { Choice, Offer } from '#core/quotes/offer';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { useMemo } from 'react';

/** The offer with that choice as it would stand if it were accepted now; null where it gives no plan. */
export function useOffer(offer: Offer | null, choice: Choice, now: Instant): BookingState | null {
  return useMemo(() => {
    if (!offer) return null;
    try {
      const bookingState = standingOfOffer(offer, choice, now);
      return bookingState.ok ? bookingState.value : null;
    } catch (error) {
      if (error instanceof OutOfRange) return null;
      throw error;
    }
  }, [offer, choice, now]);
}
