import type { OnLink } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const confirm = route<z.input<typeof OnLink>, { readonly state: 'confirmed' }>()('/api/client/confirm', [
  'booking_not_found',
  'nothing_asked',
  'link_unknown',
  'link_expired',
  'device_unknown',
]);
