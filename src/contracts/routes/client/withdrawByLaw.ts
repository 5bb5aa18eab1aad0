import type { OnLink } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const withdrawByLaw = route<z.input<typeof OnLink>, null>()('/api/client/withdraw', [
  'booking_not_found',
  'proof_needed',
  'booking_over',
  'payment_under_way',
  'link_unknown',
  'link_expired',
  'not_withdrawable',
  'device_unknown',
]);
