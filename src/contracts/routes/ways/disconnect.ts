import { route } from '#contracts/routes/route';
import type { OnAccount } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const disconnect = route<z.input<typeof OnAccount>, null>()('/api/ways/disconnect', [
  'account_not_found',
  'proof_needed',
]);
