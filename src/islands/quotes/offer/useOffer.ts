import type { Instant } from '#core/calendar/instant';
import type { Standing } from '#core/bookings/standing';
import { OutOfRange } from '#core/outOfRange';
import type { Choice, Offer } from '#core/quotes/offer';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { useMemo } from 'react';

/** The offer with that choice as it would stand if it were accepted now; null where it gives no plan. */
export function useOffer(offer: Offer | null, choice: Choice, now: Instant): Standing | null {
  return useMemo(() => {
    if (!offer) return null;
    try {
      const standing = standingOfOffer(offer, choice, now);
      return standing.ok ? standing.value : null;
    } catch (error) {
      if (error instanceof OutOfRange) return null;
      throw error;
    }
  }, [offer, choice, now]);
}
