import { CreateBooking } from '#contracts/bookings/owner';
import { createBooking } from '#contracts/routes/bookings/createBooking';
import { served, sizes } from '#contracts/routes/served';

export const createBookingServed = served(createBooking, {
  in: CreateBooking,
  right: 'bookings:make',
  limits: { bytes: sizes.document },
});
