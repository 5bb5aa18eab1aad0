import type { MoveClock } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { Instant } from '#core/calendar/instant';
import type { z } from 'zod';

export const moveClock = route<
  z.input<typeof MoveClock>,
  { readonly from: Instant; readonly at: Instant; readonly to: Instant }
>()('/api/stand-ins/clock', ['clock_is_real', 'clock_is_moving', 'clock_goes_forward']);
