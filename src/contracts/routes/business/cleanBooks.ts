import type { CleanBooks } from '#contracts/settings/begin';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const cleanBooks = route<z.input<typeof CleanBooks>, null>()('/api/begin/clean', [
  'live_was_used',
  'copy_is_old',
  'payment_under_way',
  'proof_needed',
]);
