import { BookingsQueryIn } from '#contracts/bookings/bookingsQuery';
import { bookingsList } from '#contracts/routes/bookings/bookingsList';
import { served } from '#contracts/routes/served';

export const bookingsListServed = served(bookingsList, { in: BookingsQueryIn, right: 'bookings:see' });
