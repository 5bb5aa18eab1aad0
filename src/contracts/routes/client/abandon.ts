import type { OnLink } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const abandon = route<z.input<typeof OnLink>, { readonly abandoned: boolean }>()('/api/client/abandon', [
  'link_unknown',
  'link_expired',
  'device_unknown',
]);
