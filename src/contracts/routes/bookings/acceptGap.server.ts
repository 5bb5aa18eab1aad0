import { OnBooking } from '#contracts/bookings/owner';
import { acceptGap } from '#contracts/routes/bookings/acceptGap';
import { served } from '#contracts/routes/served';

export const acceptGapServed = served(acceptGap, {
  in: OnBooking,
  right: 'bookings:change',
});
