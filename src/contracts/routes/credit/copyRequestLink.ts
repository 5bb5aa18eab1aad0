import type { OnRequest } from '#contracts/credit/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const copyRequestLink = route<z.input<typeof OnRequest>, { readonly url: string }>()(
  '/api/credit/copy-request-link',
  ['request_not_found'],
);
