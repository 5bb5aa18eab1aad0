import { ChangeBooking } from '#contracts/bookings/change';
import { changeBooking } from '#contracts/routes/bookings/changeBooking';
import { served, sizes } from '#contracts/routes/served';

export const changeBookingServed = served(changeBooking, {
  in: ChangeBooking,
  right: 'bookings:change',
  limits: { bytes: sizes.document },
});
