import type { AgreeAnew } from '#contracts/claims/after';
import { route } from '#contracts/routes/route';
import type { PayOutcome } from '#contracts/payments/payOutcome';
import type { z } from 'zod';

export const agreeAnew = route<z.input<typeof AgreeAnew>, PayOutcome>()('/api/client/agree-anew', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'device_unknown',
  'booking_over',
  'no_card',
  'nothing_to_agree',
]);
