import type { MarkReturned, OnlyBooking } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const markReturned = route<
  z.input<typeof MarkReturned>,
  null,
  'booking_not_found' | 'not_begun' | 'in_future' | 'booking_over'
>('/api/closing/brought-back');

export const markMissing = route<
  z.input<typeof OnlyBooking>,
  null,
  'booking_not_found' | 'not_over_yet' | 'booking_over'
>('/api/closing/not-back');
