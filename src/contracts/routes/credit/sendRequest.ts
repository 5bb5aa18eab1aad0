import type { OnRequest } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendRequest = route<z.input<typeof OnRequest>, { readonly messageId: string | null }>()(
  '/api/credit/send-request',
  ['request_not_found'],
);
