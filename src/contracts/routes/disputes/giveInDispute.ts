import type { GiveInDispute } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const giveInDispute = route<z.input<typeof GiveInDispute>, null>()('/api/disputes/give-in', [
  'dispute_unknown',
  'dispute_over',
  'answered_before',
  'too_late',
  'picture_unknown',
]);
