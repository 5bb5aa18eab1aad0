import type { BookingsQueryIn } from '#contracts/bookingsQuery';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';
import type { BookingsView } from '#contracts/views';

export const bookingsList = view<z.input<typeof BookingsQueryIn>, BookingsView>('/api/bookings');
