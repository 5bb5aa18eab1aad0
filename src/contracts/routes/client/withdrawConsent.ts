import type { OnLink } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const withdrawConsent = route<z.input<typeof OnLink>, null>()('/api/client/withdraw-consent', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'device_unknown',
]);
