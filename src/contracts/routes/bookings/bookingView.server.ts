import { bookingView } from '#contracts/routes/bookings/bookingView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const bookingViewServed = served(bookingView, {
  in: z.object({ number: z.string().max(20) }),
  right: 'bookings:see',
});
