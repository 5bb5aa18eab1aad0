import { route } from '#contracts/routes/route';
import type { SteerRenewals } from '#contracts/paymentMethods/paymentMethods';
import type { z } from 'zod';

export const steerRenewals = route<z.input<typeof SteerRenewals>, null>()('/api/stand-ins/renewals', [
  'account_not_found',
]);
