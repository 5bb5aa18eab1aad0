import { route } from '#contracts/routes/route';
import type { TryThrough } from '#contracts/through';
import type { z } from 'zod';

export const tryThrough = route<z.input<typeof TryThrough>, { readonly state: 'through' | 'waits' | 'begun' }>()(
  '/api/not-through/try',
  ['nothing_waits'],
);
