import type { FirstStart } from '#contracts/bookings/owner';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const firstStart = route<z.input<typeof FirstStart>, { readonly ready: true }>()('/api/first-start', [
  'set_up_already',
  'start_code_wrong',
  'password_common',
  'too_many_tries',
]);
