import { route } from '#contracts/routes/route';
import type { TryThrough } from '#contracts/failures/failures';
import type { z } from 'zod';

export const tryThrough = route<z.input<typeof TryThrough>, { readonly state: 'through' | 'waits' | 'begun' }>()(
  '/api/failures/try',
  ['nothing_waits'],
);
