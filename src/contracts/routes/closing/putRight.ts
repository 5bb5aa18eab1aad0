import type { PutRight } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const putRight = route<z.input<typeof PutRight>, null>()('/api/closing/put-right', [
  'booking_not_found',
  'receipt_unknown',
  'given_back_already',
  'not_by_hand',
]);
