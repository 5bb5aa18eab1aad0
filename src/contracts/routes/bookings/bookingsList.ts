import type { BookingsQueryIn } from '#contracts/bookings/bookingsQuery';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';
import type { BookingsView } from '#contracts/bookings/views';

export const bookingsList = view<z.input<typeof BookingsQueryIn>, BookingsView>('/api/bookings');
