import type { CloseOutView } from '#contracts/bookings/views';

/** Whether a booking can be released with others at once: nothing is claimed of it, and nothing is missing. */
export const nothingClaimed = ({ claims, notBack }: CloseOutView['queue'][number]): boolean =>
  !notBack && (claims === null || claims.waits + claims.objected + claims.ready === 0);
