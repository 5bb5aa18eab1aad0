import type { OnRequest } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const withdrawRequest = route<z.input<typeof OnRequest>, { readonly withdrawn: true }>()(
  '/api/credit/withdraw-request',
  ['request_not_found', 'request_being_paid'],
);
