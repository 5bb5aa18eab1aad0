import { CancelBooking } from '#contracts/bookings/owner';
import { cancelBooking } from '#contracts/routes/bookings/cancelBooking';
import { served } from '#contracts/routes/served';

export const cancelBookingServed = served(cancelBooking, {
  in: CancelBooking,
  right: 'bookings:cancel',
});
