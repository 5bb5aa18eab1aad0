import type { UseCard } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const useCard = route<z.input<typeof UseCard>, { readonly last4: string }>()('/api/client/use-card', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'booking_over',
  'card_unknown',
  'device_unknown',
]);
