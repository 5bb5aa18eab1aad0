import { route } from '#contracts/routes/route';
import type { SaveAccountLimit } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const saveAccountLimit = route<z.input<typeof SaveAccountLimit>, null>()('/api/credit/save-account-limit', [
  'client_not_found',
]);
