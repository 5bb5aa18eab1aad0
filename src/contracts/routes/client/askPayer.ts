import type { AskPayer } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const askPayer = route<z.input<typeof AskPayer>, { readonly url: string | null }>()('/api/client/payer', [
  'booking_not_found',
  'link_unknown',
  'link_expired',
  'nothing_due',
  'too_many_payers',
  'too_many_tries',
  'device_unknown',
]);
