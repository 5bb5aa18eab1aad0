import type { CreditOnCheckout } from '#contracts/credit/credit';
import { type Used, usingCodes } from '#contracts/routes/credit/using';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const creditOnCheckout = route<z.input<typeof CreditOnCheckout>, Used>()('/api/client/checkout/credit', [
  ...usingCodes,
  'device_unknown',
]);
