import type { ForeseePutRight } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { Foreseen } from '#contracts/claims/afterViews';
import type { z } from 'zod';

export const foreseePutRight = route<z.input<typeof ForeseePutRight>, Foreseen>()('/api/closing/foresee-put-right', [
  'booking_not_found',
  'receipt_unknown',
  'given_back_already',
  'not_by_hand',
]);
