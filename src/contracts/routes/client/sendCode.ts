import type { OnLink } from '#contracts/clientPage/client';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendCode = route<z.input<typeof OnLink>, { readonly to: string }>()('/api/client/send-code', [
  'link_unknown',
  'link_expired',
  'code_wrong',
  'code_over',
  'too_many_codes',
  'too_many_tries',
]);
