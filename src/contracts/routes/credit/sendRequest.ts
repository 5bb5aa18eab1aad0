import type { OnRequest } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendRequest = route<z.input<typeof OnRequest>, { readonly sent: true }>()('/api/credit/send-request', [
  'request_not_found',
]);
