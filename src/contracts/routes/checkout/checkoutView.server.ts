import { checkoutView } from '#contracts/routes/checkout/checkoutView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const checkoutViewServed = served(checkoutView, {
  in: z.object({ key: z.string().max(100) }),
  right: 'anybody',
});
