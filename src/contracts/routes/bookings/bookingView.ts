import { view } from '#contracts/routes/route';
import type { BookingView } from '#contracts/bookings/views';

export const bookingView = view<{ readonly number: string }, BookingView>('/api/booking/:number');
