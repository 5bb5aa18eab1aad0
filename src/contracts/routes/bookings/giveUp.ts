import type { GiveUp } from '#contracts/bookings/change';
import { route } from '#contracts/routes/route';
import type { Minor } from '#core/money/minor';
import type { z } from 'zod';

export const giveUp = route<z.input<typeof GiveUp>, { readonly outstanding: Minor }>()('/api/bookings/give-up', [
  'booking_not_found',
  'position_changed',
  'payment_under_way',
  'not_over_yet',
  'above_outstanding',
]);
