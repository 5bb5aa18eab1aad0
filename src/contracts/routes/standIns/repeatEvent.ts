import type { RepeatEvent } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const repeatEvent = route<z.input<typeof RepeatEvent>, { readonly taken: boolean }>()('/api/stand-ins/repeat', [
  'event_not_found',
]);
