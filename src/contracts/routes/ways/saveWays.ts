import { route } from '#contracts/routes/route';
import type { SaveWays } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const saveWays = route<z.input<typeof SaveWays>, null>()('/api/ways/save', [
  'account_not_found',
  'proof_needed',
]);
