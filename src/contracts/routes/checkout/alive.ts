import type { OnCheckout } from '#contracts/checkout/checkout';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const alive = route<z.input<typeof OnCheckout>, { readonly kept: boolean }>()('/api/client/checkout/alive');
