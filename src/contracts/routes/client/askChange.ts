import type { AskChange } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const askChange = route<z.input<typeof AskChange>, { readonly asked: true }>()('/api/client/ask', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'booking_over',
  'asked_already',
  'too_soon',
  'nothing_changed',
  'place_taken',
  'device_unknown',
]);
