import { route } from '#contracts/routes/route';
import type { Connect } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const connect = route<z.input<typeof Connect>, { readonly url: string }>()('/api/ways/connect', [
  'provider_unknown',
  'currency_not_taken',
  'proof_needed',
]);
