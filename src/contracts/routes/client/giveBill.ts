import type { GiveBill } from '#contracts/clients/clients';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const giveBill = route<z.input<typeof GiveBill>, null>()('/api/client/bill', [
  'link_unknown',
  'link_expired',
  'tax_number_wrong',
]);
